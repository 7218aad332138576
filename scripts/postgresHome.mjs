// Where PostgreSQL's programs and a cluster's data lie, and who runs them.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { isRoot, root, stop } from './lib.mjs';

/** Where Debian puts each version of it. */
const base = '/usr/lib/postgresql';

/** Folder of the newest PostgreSQL's programs; null where there is none. */
export function bin() {
  if (!existsSync(base)) return null;
  const versions = readdirSync(base)
    .filter((version) => existsSync(join(base, version, 'bin', 'initdb')))
    .sort((one, other) => Number(other) - Number(one));
  return versions[0] ? join(base, versions[0], 'bin') : null;
}

/** PostgreSQL refuses to run as root: as root, everything of it runs as Debian's postgres user. */
export function as(command, args, options = {}) {
  const [cmd, all] = isRoot
    ? ['runuser', ['-u', 'postgres', '--', command, ...args]]
    : [command, args];
  return spawnSync(cmd, all, { encoding: 'utf8', cwd: '/', ...options });
}

/** Whether a shop's data lie in a folder; `unreadable` where that cannot even be seen. */
function lies(dir) {
  try {
    statSync(join(dir, 'data', 'PG_VERSION'));
    return 'yes';
  } catch (error) {
    return error.code === 'ENOENT' || error.code === 'ENOTDIR' ? 'no' : 'unreadable';
  }
}
const reaches = (dir) => !isRoot || as('test', ['-x', dir]).status === 0;

/**
 * Where the cluster lies: in the project's folder, or, where the postgres user cannot reach that,
 * in one of the same name elsewhere. Data that lie somewhere already are never passed over for a
 * new shop.
 */
export function home(name, data) {
  const wanted = join(data, name);
  const tag = `twin-shot-${createHash('sha256').update(root).digest('hex').slice(0, 12)}`;
  const elsewhere = ['/var/lib', '/var/tmp'].map((base) => join(base, tag, name));
  const all = [wanted, ...elsewhere].map((dir) => ({ dir, lies: lies(dir) }));
  const unreadable = all.find((x) => x.lies === 'unreadable');
  if (unreadable)
    stop(
      `The shop's folder ${unreadable.dir} cannot be read. Nothing was opened, and no other ` +
        `shop in its place. Make it readable for ${isRoot ? 'root' : 'this user'}, then start again.`,
    );
  const held = all.filter((x) => x.lies === 'yes');
  if (held.length > 1)
    stop(
      `There are shops in ${held.map((x) => x.dir).join(' and in ')}. Nothing was opened: ` +
        'move the one that is not yours out of the way, then start again.',
    );
  if (held.length === 1) {
    if (!reaches(dirname(held[0].dir)))
      stop(
        `The shop's data lie in ${held[0].dir}, where the postgres user cannot reach them any ` +
          'more. Nothing was opened, and no other shop in its place. Let it pass through the ' +
          'folders above (chmod o+x), then start again.',
      );
    return held[0].dir;
  }
  mkdirSync(dirname(wanted), { recursive: true });
  if (reaches(dirname(wanted))) return wanted;
  return elsewhere[0];
}
