import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { finished, join, root, start } from '../../lib.mjs';
import { cluster } from '../../postgres.mjs';
import { appAt } from '../tenYears/app.mjs';
import { longSession } from '../tenYears/served.mjs';

/** Does something of the house that stands in a folder, by its own `scripts/lib.mjs`. */
const byIts = (folder, does) =>
  execFileSync(
    process.execPath,
    ['--input-type=module', '-e', `import * as lib from './scripts/lib.mjs'; ${does}`],
    { cwd: folder, stdio: ['ignore', 'ignore', 'inherit'] },
  );

/** A commit checked out beside this one, with the packages it names. */
export function checkedOut(commit) {
  const folder = join(root, '.test', 'beside');
  rmSync(folder, { recursive: true, force: true });
  execFileSync('git', ['worktree', 'prune'], { cwd: root });
  execFileSync('git', ['worktree', 'add', '--detach', '--force', folder, commit], { cwd: root });
  byIts(folder, 'lib.ensurePackages()');
  return folder;
}
export const putAway = (folder) =>
  execFileSync('git', ['worktree', 'remove', '--force', folder], { cwd: root });

/** A house of a commit at work: built, with a shop of so many sessions, one of them long and open. */
export async function sideOf({ name, folder, sessions }) {
  const dist = join(folder, '.test', 'dist');
  byIts(folder, `lib.build(${JSON.stringify(dist)})`);
  const pg = await cluster(`beside-${name}-${process.pid}`);
  const env = { ...process.env, DATABASE_URL: pg.url };
  const script = (file, ...args) =>
    finished(
      start(process.execPath, ['--import', 'tsx', join(folder, 'scripts', file), ...args], {
        cwd: folder,
        env,
        stdio: ['ignore', 'ignore', 'inherit'],
      }),
    );
  await script('prepare.ts');
  await script('bench/generate.ts', sessions);
  const { app, url, json } = await appAt(dist, pg.url, folder);
  const long = await longSession(json);
  return {
    ...{ name, folder, url, json, long, pg, env },
    end: () => {
      app.kill();
      pg.remove();
    },
  };
}
