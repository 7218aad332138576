// npm run restore -- FILE [--over]: puts the shop back to a backup; what was there is kept under
// another name.
import './node.mjs';
import { restoreBackup } from './backup/restore.mjs';
import { withShop } from './backup/shop.mjs';
import { stop } from './lib.mjs';

const file = process.argv.slice(2).find((argument) => !argument.startsWith('--'));
if (!file) stop('Say which backup: npm run restore -- FILE');
const done = await withShop((url) => restoreBackup(url, file, process.argv.includes('--over')));
if (!done.ok) stop(done.message);
console.log(
  `The shop is as it was in ${file}: ${done.totals.events} acts, ${done.totals.orders} ` +
    `orders. What was there before is kept as the database ${done.before}.\nBenches that ` +
    'have acts of later send them again by themselves.',
);
