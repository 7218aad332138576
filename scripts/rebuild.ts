// Makes every read table again from the log. Wants DATABASE_URL; `npm run rebuild` finds it.
import { rebuild } from '../src/service/rebuild.ts';
import { closeDatabase } from '../src/store/database.ts';

const n = await rebuild((line) => console.log(line));
console.log(`${n} sessions made again from the log.`);
await closeDatabase();
