import assert from 'node:assert/strict';
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { keptOf, madeAt, nameOf } from '../../scripts/backup/keep.mjs';
import { connected, withScratch } from '../../scripts/backup/database.mjs';
import { makeBackup } from '../../scripts/backup/make.mjs';
import { restoreBackup } from '../../scripts/backup/restore.mjs';
import type { Client } from 'pg';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, ownDatabase, serve, until } from './harness.ts';

let app: App;
let url = '';
let session = 0;
const folder = mkdtempSync(join(tmpdir(), 'twin-shot-backups-'));
before(async () => {
  url = await ownDatabase('backup');
  app = await serve(url);
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const log = async () =>
  (
    (await ask('GET', `${app.url}/api/sessions/${session}/events?after=0`)).body as { id: string }[]
  ).map((other) => other.id);

test(
  'a backup is proved by restoring it; put back, the shop is as it was, and gets from a ' +
    'bench what came after',
  async () => {
    const made = await makeBackup(url, folder);
    assert.ok(Number(made.totals.events) > 1000 && made.bytes > 10_000);
    const atBackup = await log();
    const later = [event(session, 'woken', { cup: '1' }), event(session, 'stirred', { cup: '1' })];
    assert.equal(
      (await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: later })).status,
      200,
    );

    const refused = await restoreBackup(url, made.file);
    assert.ok(
      !refused.ok &&
        /has 2 acts that this backup has not. Nothing was changed/.test(refused.message),
      JSON.stringify(refused),
    );
    assert.equal((await log()).length, atBackup.length + 2);

    const done = await restoreBackup(url, made.file, true);
    assert.ok(done.ok, JSON.stringify(done));
    assert.deepEqual(done.totals, made.totals);
    assert.deepEqual(await until('the app again', log), atBackup);
    const again = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: later });
    assert.deepEqual(
      again.body.accepted.map((other: { id: string }) => other.id),
      later.map((event) => event.id),
    );
  },
);

test('a scratch database goes though PostgreSQL is tidying in it', async () => {
  // Whose a worker is, who may not end it is not told either.
  const workers = () =>
    connected(url, async (client: Client) => {
      const { rows } = await client.query(
        "SELECT 1 FROM pg_stat_activity WHERE datname LIKE 'scratch%' AND usename IS DISTINCT FROM current_user",
      );
      return rows.length > 0;
    });
  let name = '';
  await withScratch(url, async (scratch: string, own: string) => {
    name = own;
    // Tidied so slowly that the worker is still there when the database is to go.
    await connected(scratch, (client: Client) =>
      client.query(`
        CREATE TABLE much (a int, b text) WITH (autovacuum_vacuum_cost_delay = 100,
          autovacuum_vacuum_cost_limit = 1, autovacuum_vacuum_threshold = 0,
          autovacuum_vacuum_scale_factor = 0);
        INSERT INTO much SELECT n, repeat('x', 500) FROM generate_series(1, 20000) n;
        DELETE FROM much WHERE a % 2 = 0`),
    );
    await until('a worker that tidies', workers);
  });
  const left = await connected(url, (client: Client) =>
    client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]),
  );
  assert.equal(left.rowCount, 0);
});

test('what is no backup, or not there, changes nothing and is said', async () => {
  const rubbish = join(folder, 'rubbish.dump');
  writeFileSync(rubbish, 'not a dump');
  for (const [file, says] of [
    [rubbish, /no whole backup/],
    [join(folder, 'none.dump'), /no file/],
  ] as const) {
    const refused = await restoreBackup(url, file, true);
    assert.ok(!refused.ok && says.test(refused.message));
  }
  assert.equal((await fetch(`${app.url}/orders`)).status, 200);
});

test('backups are kept by day, week and month, the newest always; those that are too many go', async () => {
  const day = 86_400_000;
  const now = Date.UTC(2026, 10, 26, 3);
  const all = Array.from({ length: 800 }, (_, i) => now - i * (day / 2));
  const kept = [...keptOf(all)];
  assert.ok(kept.includes(now) && kept.length <= 24, String(kept.length));
  for (let i = 0; i < 7; i++)
    assert.ok(
      kept.some(
        (at) =>
          new Date(at).toISOString().slice(0, 10) ===
          new Date(now - i * day).toISOString().slice(0, 10),
      ),
      `day ${i}`,
    );
  for (let i = 0; i < 12; i++)
    assert.ok(
      kept.some(
        (at) =>
          new Date(at).toISOString().slice(0, 7) ===
          new Date(Date.UTC(2026, 10 - i, 15)).toISOString().slice(0, 7),
      ),
      `month ${i}`,
    );
  assert.equal(madeAt(nameOf(now)), now);
  assert.equal(madeAt('holiday.dump'), null);
  // A folder that holds an old one and gets a new one on the same day keeps the new.
  writeFileSync(join(folder, nameOf(Date.now() - 1000)), 'old');
  const { file } = await makeBackup(url, folder);
  assert.deepEqual(
    readdirSync(folder)
      .filter((name) => madeAt(name) !== null)
      .map((name) => join(folder, name)),
    [file],
  );
});
