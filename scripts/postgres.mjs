// A PostgreSQL of the project's own, on loopback, in a folder of the project's.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ensureDebian, freePort, isRoot, root, stop } from './lib.mjs';

const base = '/usr/lib/postgresql';

export function bin() {
  if (!existsSync(base)) return null;
  const versions = readdirSync(base).filter((v) => existsSync(join(base, v, 'bin', 'initdb'))).sort((a, b) => Number(b) - Number(a));
  return versions[0] ? join(base, versions[0], 'bin') : null;
}

/** PostgreSQL refuses to run as root: as root, everything of it runs as Debian's postgres user. */
function as(command, args, options = {}) {
  const [cmd, all] = isRoot ? ['runuser', ['-u', 'postgres', '--', command, ...args]] : [command, args];
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
 * Where the cluster lies: in the project's folder, or, where the postgres user cannot reach that, in one of the same name
 * elsewhere. Data that lie somewhere already are never passed over for a new shop.
 */
function home(name, data) {
  const wanted = join(data, name);
  const tag = `twin-shot-${createHash('sha256').update(root).digest('hex').slice(0, 12)}`;
  const elsewhere = ['/var/lib', '/var/tmp'].map((base) => join(base, tag, name));
  const all = [wanted, ...elsewhere].map((dir) => ({ dir, lies: lies(dir) }));
  const unreadable = all.find((x) => x.lies === 'unreadable');
  if (unreadable) stop(`The shop's folder ${unreadable.dir} cannot be read. Nothing was opened, and no other shop in its place. Make it readable for ${isRoot ? 'root' : 'this user'}, then start again.`);
  const held = all.filter((x) => x.lies === 'yes');
  if (held.length > 1) stop(`There are shops in ${held.map((x) => x.dir).join(' and in ')}. Nothing was opened: move the one that is not yours out of the way, then start again.`);
  if (held.length === 1) {
    if (!reaches(dirname(held[0].dir))) stop(`The shop's data lie in ${held[0].dir}, where the postgres user cannot reach them any more. Nothing was opened, and no other shop in its place. Let it pass through the folders above (chmod o+x), then start again.`);
    return held[0].dir;
  }
  mkdirSync(dirname(wanted), { recursive: true });
  if (reaches(dirname(wanted))) return wanted;
  return elsewhere[0];
}

/**
 * Starts the cluster called `name`, making it when it is not there.
 * @returns {Promise<{url: string, port: number, dir: string, stop: (mode?: string) => void, start: () => void, stands: () => boolean}>}
 */
export async function cluster(name, { database = 'twin_shot', data: folder = join(root, '.data') } = {}) {
  ensureDebian('postgresql', () => bin() !== null);
  const tools = bin();
  const dir = home(name, folder);
  const data = join(dir, 'data');
  const log = join(dir, 'postgres.log');
  const check = (done, what) => {
    if (done.status !== 0) stop(`PostgreSQL ${what} did not work:\n${done.stderr}${existsSync(log) ? readFileSync(log, 'utf8').split('\n').slice(-15).join('\n') : ''}`);
  };
  if (!existsSync(join(data, 'PG_VERSION'))) {
    mkdirSync(dir, { recursive: true });
    if (isRoot) {
      const [uid, gid] = ['-u', '-g'].map((flag) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' })));
      chownSync(dir, uid, gid);
    }
    check(as(join(tools, 'initdb'), ['-D', data, '-U', 'twin_shot', '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8', '--no-sync']), 'initdb');
  }
  const ctl = (...args) => as(join(tools, 'pg_ctl'), ['-D', data, ...args], { stdio: ['ignore', 'ignore', 'pipe'] });
  // One left behind by a start that was killed is stopped first; its data is whole.
  if (ctl('status').status === 0) ctl('stop', '-m', 'fast', '-w');
  const port = await freePort();
  const started = () => ctl('start', '-w', '-t', '60', '-l', log, '-o', `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c max_connections=60 -c shared_buffers=256MB`);
  check(started(), 'start');
  const address = (db) => `postgres://twin_shot@127.0.0.1:${port}/${db}`;
  const psql = (db, sql) => as(join(tools, 'psql'), ['-X', '-q', '-A', '-t', '-d', address(db), '-c', sql]);
  if (psql('postgres', `SELECT 1 FROM pg_database WHERE datname = '${database}'`).stdout.trim() !== '1') check(psql('postgres', `CREATE DATABASE ${database}`), 'createdb');
  /** Its postmaster lives: the first line of its own note is its process. */
  const stands = () => {
    try {
      process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 0);
      return true;
    } catch (error) {
      return error.code === 'EPERM';
    }
  };
  /** Set up again after it died: tried a while, since those it left behind go first. */
  const again = () => {
    for (let i = 0; i < 20; i++) {
      const done = started();
      if (done.status === 0) return true;
      spawnSync('sleep', ['0.5']);
    }
    return false;
  };
  return { url: address(database), port, dir, start: again, stands, stop: (mode = 'fast') => void ctl('stop', '-m', mode, '-w'), remove: () => (ctl('stop', '-m', 'immediate', '-w'), rmSync(dir, { recursive: true, force: true })), database: (db, template = 'template1') => (check(psql('postgres', `CREATE DATABASE ${db} TEMPLATE ${template}`), 'createdb'), address(db)), psql };
}
