// What backups want of PostgreSQL: its tools, scratch databases, and totals by which two databases
// are compared.
import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { bin } from '../postgresHome.mjs';

/**
 * Runs one of PostgreSQL's own tools on a database; throws with what it said. Its password goes by
 * the environment: what stands in a command can be read by everybody on the machine.
 */
export const tool = (name, url, args) =>
  new Promise((resolve, reject) => {
    const open = new URL(url);
    const PGPASSWORD = decodeURIComponent(open.password);
    open.password = '';
    const child = spawn(join(bin(), name), [...args, `--dbname=${open.href}`], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, ...(PGPASSWORD && { PGPASSWORD }) },
    });
    let said = '';
    child.stderr.on('data', (piece) => (said += piece));
    child.on('error', reject);
    child.on('exit', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${name} ended with ${code}: ${said.trim().split('\n').at(-1)}`)),
    );
  });

/**
 * Tables and indexes are put back several at a time: the machine has the cores, and it is what
 * takes longest.
 */
export const TOGETHER = [`--jobs=${Math.max(2, availableParallelism())}`];

const nameIn = (url) => decodeURIComponent(new URL(url).pathname.slice(1));
function withName(url, name) {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
}

/** Does something with a connection of its own. */
export async function connected(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const TOTALS = {
  events: 'SELECT count(*)::text AS n FROM events',
  sequences: 'SELECT coalesce(sum(last_seq), 0)::text AS n FROM sessions',
  orders: 'SELECT count(*)::text AS n FROM orders',
  lines: 'SELECT coalesce(sum(count), 0)::text AS n FROM line_parts',
  given: 'SELECT coalesce(sum(count), 0)::text AS n FROM allocations',
  moved: 'SELECT coalesce(sum(count), 0)::text AS n FROM line_moves',
  stock: 'SELECT coalesce(sum(count), 0)::text AS n FROM stock_moves',
  shots: 'SELECT count(*)::text AS n FROM shots',
  readings: 'SELECT count(*)::text AS n FROM cup_readings',
  moulds: 'SELECT count(*)::text AS n FROM moulds',
  mixes: 'SELECT count(*)::text AS n FROM mix_versions',
};
/** Figures by which two databases hold the same shop. */
export async function totals(client) {
  const out = {};
  for (const [name, sql] of Object.entries(TOTALS)) out[name] = (await client.query(sql)).rows[0].n;
  return out;
}

/**
 * Ends the shop's own connections to databases. PostgreSQL's own tidying workers may be there too:
 * nobody but its owner may end those, and what renames or drops a database waits for them.
 */
const endConnections = (client, names) =>
  client.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity
     WHERE datname = ANY($1) AND usename = current_user AND pid <> pg_backend_pid()`,
    [names],
  );

/** A database of its own for a while; gone again unless it is kept under another name. */
export async function withScratch(url, work) {
  const name = `scratch_${process.pid}_${Date.now()}`;
  const admin = withName(url, 'postgres');
  await connected(admin, (client) => client.query(`CREATE DATABASE ${name}`));
  try {
    return await work(withName(url, name), name);
  } finally {
    await connected(admin, async (client) => {
      await endConnections(client, [name]);
      await client.query(`DROP DATABASE IF EXISTS ${name}`);
    });
  }
}

/** Puts a database in the shop's place; what was there is kept under the name answered with. */
export async function putInPlace(url, name) {
  const own = nameIn(url);
  const before = `${own}_before_${new Date().toISOString().slice(0, 19).replace(/\D/g, '')}`;
  await connected(withName(url, 'postgres'), async (client) => {
    await endConnections(client, [own, name]);
    await client.query(`ALTER DATABASE "${own}" RENAME TO "${before}"`);
    await client.query(`ALTER DATABASE "${name}" RENAME TO "${own}"`);
  });
  return before;
}
