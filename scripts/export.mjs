// npm run export -- FILE.tar.gz: the whole shop in open formats (docs/formats.md).
import './node.mjs';
import { resolve } from 'node:path';
import { withShop } from './backup/shop.mjs';
import { writeShop } from './exchange/write.mjs';
import { stop } from './lib.mjs';

const file = process.argv[2] ?? stop('Say where to: npm run export -- FILE.tar.gz');
const done = await withShop((url) => writeShop(url, resolve(file)));
console.log(
  `Written in ${done.seconds.toFixed(1)} s: ${done.file}, ` +
    `${(done.bytes / 1e6).toFixed(1)} MB, ${done.totals.events} acts, ` +
    `${done.totals.orders} orders. Passwords and paired tablets stay here.`,
);
