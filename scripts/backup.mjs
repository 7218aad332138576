// npm run backup [FOLDER]: writes the shop into a file and proves it. npm run backup -- --watch:
// every day and after each finished session.
import './node.mjs';
import { connected } from './backup/database.mjs';
import { makeBackup } from './backup/make.mjs';
import { folderOf, withShop } from './backup/shop.mjs';

const LOOK = 60_000;
const DAY = 86_400_000;
const said = ({ file, bytes, totals, seconds }) =>
  `Backed up in ${seconds.toFixed(1)} s and proved: ${file}, ` +
  `${(bytes / 1e6).toFixed(1)} MB, ${totals.events} acts, ${totals.orders} orders.`;

/** Whether one is due: none for a day, or a session finished since the last. */
async function due(url) {
  const { last, finished } = await connected(
    url,
    async (client) =>
      (
        await client.query(
          'SELECT (SELECT max(at) FROM backups) AS last, (SELECT max(finished_at) FROM sessions) AS finished',
        )
      ).rows[0],
  );
  return (
    !last ||
    Date.now() - last.getTime() > DAY ||
    (finished && finished > last && finished.getTime() < Date.now())
  );
}

if (process.argv[2] === '--watch') {
  const url = process.env.DATABASE_URL;
  for (;;) {
    try {
      if (await due(url)) console.log(said(await makeBackup(url, await folderOf(url))));
    } catch (error) {
      console.error(`No backup could be made: ${error.message}`);
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK));
  }
}
try {
  await withShop(async (url) =>
    console.log(said(await makeBackup(url, process.argv[2] ?? (await folderOf(url))))),
  );
} catch (error) {
  console.error(`\nNo backup could be made: ${error.message}\n`);
  process.exitCode = 1;
}
