// npm run import -- FILE.tar.gz [--over]: a shop taken out of Twin Shot, into an empty one.
import './node.mjs';
import { resolve } from 'node:path';
import { withShop } from './backup/shop.mjs';
import { readShop } from './exchange/read.mjs';
import { finished, stop, tsx } from './lib.mjs';

const file =
  process.argv.slice(2).find((argument) => !argument.startsWith('--')) ??
  stop('Say which file: npm run import -- FILE.tar.gz');
const done = await withShop(async (url) => {
  if ((await finished(tsx('scripts/prepare.ts', ['--bare'], { DATABASE_URL: url }))) !== 0)
    stop('The shop’s database is not ready.');
  return readShop(url, resolve(file), process.argv.includes('--over'));
});
if (!done.ok) stop(done.message);
console.log(
  `The shop of ${file} is here: ${done.totals.events} acts, ${done.totals.orders} ` +
    `orders, in ${done.seconds.toFixed(1)} s. What was here before is kept as the ` +
    `database ${done.before}.`,
);
