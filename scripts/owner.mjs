// npm run owner -- NAME: an owner who can sign in, made or given a new password.
import './node.mjs';
import { withShop } from './backup/shop.mjs';
import { finished, tsx } from './lib.mjs';

process.exitCode = await withShop(async (url) => {
  const prepared = await finished(tsx('scripts/prepare.ts', ['--bare'], { DATABASE_URL: url }));
  return (
    prepared || finished(tsx('scripts/owner.ts', process.argv.slice(2), { DATABASE_URL: url }))
  );
});
