import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import type { AppProcess } from '../../appProcess.ts';
import type { cluster } from '../../postgres.mjs';
import type { SmallDisk } from './smallDisk.ts';
import type { Tablet } from './tablet.ts';

/** A shop under fire: its apps, its tablets, its database and the disk that stands on. */
interface Shop {
  own: Awaited<ReturnType<typeof cluster>>;
  many: (sql: string) => Promise<unknown>;
  apps: () => AppProcess[];
  tablets: () => Tablet[];
  disk: () => SmallDisk | null;
  chance: () => number;
}
export const anyOf = <T>(all: readonly T[], chance: () => number): T =>
  all[Math.floor(chance() * all.length)]!;
const CUT = `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname =
  current_database() AND pid <> pg_backend_pid()`;

/** Things that go wrong, each right again when it is done. */
export const faultsOf = ({
  own,
  many,
  apps,
  tablets,
  disk,
  chance,
}: Shop): Record<string, () => Promise<void>> => ({
  'an app killed': async () => {
    const app = anyOf(apps(), chance);
    await app.stop();
    await app.begin();
  },
  'both apps killed': async () => {
    await Promise.all(apps().map((app) => app.stop()));
    await Promise.all(apps().map((app) => app.begin()));
  },
  'an app that stands still': async () => {
    const { pid } = anyOf(apps(), chance);
    if (pid === undefined) return;
    process.kill(pid, 'SIGSTOP');
    await pause(200 + chance() * 1500);
    process.kill(pid, 'SIGCONT');
  },
  'PostgreSQL killed': () => {
    own.stop('immediate');
    own.start();
    return Promise.resolve();
  },
  'all connections cut': () => many(CUT).then(() => {}),
  'a full disk': async () => {
    disk()?.fill();
    await pause(500 + chance() * 1000);
    disk()?.free();
  },
  // What a standby answers to a write: no.
  'a database that takes nothing': async () => {
    const set = (to: string) =>
      many(
        `ALTER DATABASE ${new URL(own.url).pathname.slice(1)} SET default_transaction_read_only = ${to}`,
      );
    await set('on');
    await many(CUT);
    await pause(300 + chance() * 700);
    const client = new pg.Client({
      connectionString: own.url,
      options: '-c default_transaction_read_only=off',
    });
    await client.connect();
    await client.query(
      `ALTER DATABASE ${new URL(own.url).pathname.slice(1)} SET default_transaction_read_only = off`,
    );
    await client.query(CUT);
    await client.end();
  },
  'a lock nobody lets go of': async () => {
    const client = new pg.Client({ connectionString: own.url });
    client.on('error', () => {});
    await client.connect();
    await client.query('BEGIN; LOCK TABLE events IN EXCLUSIVE MODE');
    await pause(500 + chance() * 1500);
    await client.query('ROLLBACK').catch(() => {});
    await client.end().catch(() => {});
  },
  'a tablet cut off': () => {
    anyOf(tablets(), chance).offlineUntil = Date.now() + 1000 + chance() * 6000;
    return Promise.resolve();
  },
});
