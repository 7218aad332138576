// A shop with hardly a past: it is killed, not looked at.
import { closeDatabase } from '../../../src/store/database.ts';
import { migrate } from '../../../src/store/migrate.ts';
import { loadDemo } from '../../demo/load.ts';

await migrate();
await loadDemo(() => {}, { evenings: 1, allWays: false });
await closeDatabase();
