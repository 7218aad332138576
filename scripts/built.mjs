import { readFileSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { root } from './lib.mjs';

/** A file that asks where it lies is told where it was written. */
const WHERE_IT_WAS = {
  name: 'where it was',
  setup({ onLoad }) {
    onLoad({ filter: /\.m?tsx?$|\/scripts\/.*\.mjs$/ }, ({ path }) => {
      if (path.includes('node_modules')) return null;
      const text = readFileSync(path, 'utf8');
      if (!text.includes('import.meta.')) return null;
      return {
        contents: text
          .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href))
          .replaceAll('import.meta.dirname', JSON.stringify(dirname(path))),
        loader: path.endsWith('.mjs') ? 'js' : path.endsWith('x') ? 'tsx' : 'ts',
      };
    });
  },
};

/**
 * How a script is built as the app is.
 * @param {string} house whose it is: another commit's, checked out there
 */
export const asTheApp = (house = root) => ({
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  alias: { '@': join(house, 'src') },
  logLevel: 'error',
});

/**
 * Scripts built as the app is, what they share read once: as they stand, every process would compile
 * the whole house anew, and every function get its name anew each time it is made.
 * @param {string} outdir where to, and nothing else
 * @param {string[]} files of the house, no two of one name
 * @param {{splitting?: boolean}} how in one piece, what is asked for by name is in the same file
 * @returns {Promise<string[]>} where they lie now
 */
export async function builtInto(outdir, files, { splitting = true } = {}) {
  rmSync(outdir, { recursive: true, force: true });
  await build({
    entryPoints: files.map((file) => ({
      in: join(root, file),
      out: basename(file).replace(/\.ts$/, ''),
    })),
    outdir,
    outExtension: { '.js': '.mjs' },
    splitting,
    jsx: 'automatic',
    sourcemap: true,
    plugins: [WHERE_IT_WAS],
    ...asTheApp(),
  });
  return files.map((file) => join(outdir, basename(file).replace(/\.ts$/, '.mjs')));
}

/** The same for what is tried, in a folder of that name. */
export const built = (name, files, how) =>
  builtInto(join(root, '.test', 'built', name), files, how);
