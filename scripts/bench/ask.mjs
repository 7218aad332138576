import { execFileSync } from 'node:child_process';
import { join, root } from '../lib.mjs';

/**
 * Runs a script of the bench by itself; answers with what its last line says, as JSON.
 * @param {string} file in scripts/bench
 * @param {string[]} args
 * @param {Record<string, string>} env beside this process's own
 */
export const ask = (file, args = [], env = {}) =>
  JSON.parse(
    execFileSync(
      process.execPath,
      ['--import', 'tsx', join(root, 'scripts/bench', file), ...args],
      {
        cwd: root,
        env: { ...process.env, ...env },
        encoding: 'utf8',
        maxBuffer: 1 << 26,
      },
    )
      .trim()
      .split('\n')
      .at(-1),
  );
