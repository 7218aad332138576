// npm run rebuild: makes every read table again from the log of the shop that is running, or lies
// here.
import './node.mjs';
import { withShop } from './backup/shop.mjs';
import { finished, tsx } from './lib.mjs';

process.exitCode = await withShop((url) =>
  finished(tsx('scripts/rebuild.ts', [], { DATABASE_URL: url })),
);
