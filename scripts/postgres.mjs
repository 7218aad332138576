// A PostgreSQL of the project's own, on loopback, in a folder of the project's.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ensureDebian, freePort, isRoot, root, stop } from './lib.mjs';

const base = '/usr/lib/postgresql';

function bin() {
  if (!existsSync(base)) return null;
  const versions = readdirSync(base).filter((v) => existsSync(join(base, v, 'bin', 'initdb'))).sort((a, b) => Number(b) - Number(a));
  return versions[0] ? join(base, versions[0], 'bin') : null;
}

/** PostgreSQL refuses to run as root: as root, everything of it runs as Debian's postgres user. */
function as(command, args, options = {}) {
  const [cmd, all] = isRoot ? ['runuser', ['-u', 'postgres', '--', command, ...args]] : [command, args];
  return spawnSync(cmd, all, { encoding: 'utf8', cwd: '/', ...options });
}

/** The project's folder, or, where the postgres user cannot reach it, one of the same name in /var/tmp. */
function home(name) {
  const wanted = join(root, '.data', name);
  mkdirSync(dirname(wanted), { recursive: true });
  if (!isRoot || as('test', ['-x', dirname(wanted)]).status === 0) return wanted;
  return join('/var/tmp', `twin-shot-${createHash('sha256').update(root).digest('hex').slice(0, 12)}`, name);
}

/**
 * Starts the cluster called `name`, making it when it is not there.
 * @returns {Promise<{url: string, port: number, dir: string, stop: (mode?: string) => void, start: () => void}>}
 */
export async function cluster(name, database = 'twin_shot') {
  ensureDebian('postgresql', () => bin() !== null);
  const tools = bin();
  const dir = home(name);
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
  const begin = () => check(ctl('start', '-w', '-t', '60', '-l', log, '-o', `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c max_connections=60 -c shared_buffers=256MB`), 'start');
  begin();
  const address = (db) => `postgres://twin_shot@127.0.0.1:${port}/${db}`;
  const psql = (db, sql) => as(join(tools, 'psql'), ['-X', '-q', '-A', '-t', '-d', address(db), '-c', sql]);
  if (psql('postgres', `SELECT 1 FROM pg_database WHERE datname = '${database}'`).stdout.trim() !== '1') check(psql('postgres', `CREATE DATABASE ${database}`), 'createdb');
  return { url: address(database), port, dir, start: begin, stop: (mode = 'fast') => void ctl('stop', '-m', mode, '-w'), remove: () => (ctl('stop', '-m', 'immediate', '-w'), rmSync(dir, { recursive: true, force: true })), database: (db, template = 'template1') => (check(psql('postgres', `CREATE DATABASE ${db} TEMPLATE ${template}`), 'createdb'), address(db)), psql };
}
