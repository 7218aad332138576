// Brings the database up to date, and loads the demo shop when nothing is in it.
import { readConfig } from '../src/store/config.ts';
import { closeDatabase } from '../src/store/database.ts';
import { fillConditions } from '../src/service/conditions.ts';
import { migrate } from '../src/store/migrate.ts';
import { isEmpty } from '../src/store/shop.ts';
import { loadDemo } from './demo/load.ts';

try {
  readConfig();
  const to = process.argv.find((argument) => argument.startsWith('--to='))?.slice(5);
  const done = await migrate(to);
  if (done.length > 0) console.log(`Database brought up to date: ${done.join(', ')}`);
  if (to === undefined) await fillConditions((line) => console.log(line));
  if (!process.argv.includes('--bare') && (await isEmpty())) {
    console.log('Loading the demo shop…');
    // Fewer past evenings, where a test wants no more of a demo than that there is one.
    const few = process.env.TWIN_SHOT_DEMO_EVENINGS;
    await loadDemo(
      (line) => console.log(line),
      few === undefined ? {} : { evenings: Number(few), allWays: false },
    );
  }
  await closeDatabase();
} catch (error) {
  console.error(
    `Twin Shot could not be made ready: ${error instanceof Error ? error.message : String(error)}`,
  );
  process.exitCode = 1;
}
