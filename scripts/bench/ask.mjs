import { execFileSync } from 'node:child_process';
import { buildSync } from 'esbuild';
import { asTheApp } from '../built.mjs';
import { join, root } from '../lib.mjs';

/**
 * Runs a script of the bench by itself; answers with what its last line says, as JSON.
 * @param {string} file in scripts/bench
 * @param {string[]} args
 * @param {Record<string, string>} env beside this process's own
 */
export const ask = (file, args = [], env = {}) =>
  lastLine(
    execFileSync(
      process.execPath,
      ['--import', 'tsx', join(root, 'scripts/bench', file), ...args],
      told(env),
    ),
  );
const told = (env) => ({
  cwd: root,
  env: { ...process.env, ...env },
  encoding: 'utf8',
  maxBuffer: 1 << 26,
});
const lastLine = (said) => JSON.parse(said.trim().split('\n').at(-1));

/**
 * A script built as the app is: tsx gives every function its name anew each time it is made, which
 * the app does not pay for.
 * @param {string} file in scripts/bench
 * @param {string} house whose it is: another commit's, checked out there
 * @returns {string} where it lies now
 */
export function builtOf(file, house = root) {
  const built = join(house, '.test', 'bench', file.replace(/\.ts$/, '.mjs'));
  buildSync({
    entryPoints: [join(house, 'scripts/bench', file)],
    outfile: built,
    ...asTheApp(house),
  });
  return built;
}
/**
 * Runs a script of the bench as {@link builtOf} has it; answers with what its last line says, as JSON.
 * @param {string} file in scripts/bench
 * @param {Record<string, string>} env beside this process's own
 */
export const askBuilt = (file, env = {}) =>
  lastLine(execFileSync(process.execPath, [builtOf(file)], told(env)));
