// Makes every read table again from the log. Wants DATABASE_URL; `npm run rebuild` finds it.
import { rebuild } from '../src/service/rebuild.ts';
import { closeDatabase } from '../src/store/database.ts';

const count = await rebuild((line) => console.log(line));
console.log(`${count} sessions made again from the log.`);
await closeDatabase();
