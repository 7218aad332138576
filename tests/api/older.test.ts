import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { gunzipSync } from 'node:zlib';
import pg from 'pg';
import { root } from '../../scripts/lib.mjs';
import { bin } from '../../scripts/postgresHome.mjs';
import type { App } from './harness.ts';
import { serve } from './harness.ts';

/**
 * Five evenings of a shop as an earlier release kept it, where recipes, takes and lessons hung on
 * names: written by pg_dump at 1692ec8, before migration 16.
 */
const DUMP = join(root, 'tests/fixtures/before-ids.sql.gz');
let app: App;
const query = async <R>(sql: string): Promise<R[]> =>
  (await import('@/store/query.ts')).rows<R & object>(sql);
const TOTALS = `SELECT session_id, shot, job, trial, good, usable, second FROM shots
  ORDER BY session_id, shot`;
const PLACED = `SELECT session_id, sum(count)::int AS baits FROM allocations GROUP BY session_id
  ORDER BY session_id`;
let totals: unknown[];
let placed: unknown[];

before(async () => {
  const base = process.env.TEST_POSTGRES!;
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  await client.query('CREATE DATABASE older');
  await client.end();
  const url = base.replace(/\/[^/]*$/, '/older');
  process.env.DATABASE_URL = url;
  execFileSync(join(bin(), 'psql'), ['-q', '-v', 'ON_ERROR_STOP=1', url], {
    input: gunzipSync(readFileSync(DUMP)),
    stdio: ['pipe', 'ignore', 'inherit'],
  });
  totals = await query(TOTALS);
  placed = await query(PLACED);
  assert.ok(totals.length > 30, 'the dump has shots in it');
  const { migrate } = await import('@/store/migrate.ts');
  await migrate();
  app = await serve(url);
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

test('every session of before is made again from its log with the same totals', async () => {
  const { rebuild } = await import('../../src/service/rebuild.ts');
  assert.equal(await rebuild(), 5);
  assert.deepEqual(await query(TOTALS), totals);
  assert.deepEqual(await query(PLACED), placed);
});

test('its pages open, its plan as it was', async () => {
  const sessions = await query<{ id: number }>('SELECT id FROM sessions');
  const pages = ['orders', 'plan', 'rack', 'colours', 'moulds', 'heat/learned', 'shop'];
  for (const page of [...pages, ...sessions.map(({ id }) => `sessions/${id}`)]) {
    const reply = await fetch(`${app.url}/${page}`);
    assert.equal(reply.status, 200, page);
  }
  const learned = await (await fetch(`${app.url}/heat/learned`)).text();
  assert.match(learned, /Staithe sprat 75, eight/, 'a lesson says the name of what it is of');
});

test('what named things by their words knows them by number', async () => {
  const unjoined = await query<{ what: string }>(
    `SELECT i->>'what' AS what FROM mixes, jsonb_array_elements(spec->'ladder') i
      WHERE NOT i ? 'materialId' AND EXISTS
      (SELECT 1 FROM materials WHERE lower(name) = lower(i->>'what'))`,
  );
  assert.deepEqual(unjoined, []);
  const takes = await query<{ right: boolean }>(
    `SELECT t->>'mould' = (SELECT name FROM moulds o WHERE o.id = (t->>'mouldId')::int) AS right
      FROM moulds, jsonb_array_elements(spec->'takes') t`,
  );
  assert.ok(takes.length > 0 && takes.every(({ right }) => right));
  const byName = await query(
    `SELECT key FROM lessons WHERE key ~ '^(mould|cup|probe)/' AND key !~ '^[a-z]+/[0-9]+(/|$)'`,
  );
  assert.deepEqual(byName, []);
});

test('a mould with another name takes the inserts it took, and forgets nothing learned', async () => {
  const { find, put } = await import('@/store/catalogue.ts');
  const { heatSetup } = await import('../../src/service/learn.ts');
  const { saveEntry, versionOf } = {
    ...(await import('../../src/service/catalogue.ts')),
    ...(await import('../../src/service/version.ts')),
  };
  const [taken] = await query<{ id: number; into: number }>(
    `SELECT (t->>'mouldId')::int AS id, moulds.id AS into
      FROM moulds, jsonb_array_elements(spec->'takes') t LIMIT 1`,
  );
  const maker = (await find('moulds', taken!.id))!;
  const renamed = { ...maker.spec, name: 'Renamed on the quay' };
  const saved = await saveEntry('moulds', renamed, maker.id, versionOf(maker.spec));
  assert.ok(saved.ok);
  const { lieOf } = await import('@/core/mould/index.ts');
  const into = (await find('moulds', taken!.into))!;
  assert.equal(lieOf(into.spec, saved.value.spec)?.mould, 'Renamed on the quay');

  const { mouldPrior } = await import('@/core/heat/index.ts');
  const [lesson] = await query<{ id: number }>(
    `SELECT split_part(key, '/', 2)::int AS id FROM lessons WHERE key LIKE 'mould/%/loss' LIMIT 1`,
  );
  const before = (await find('moulds', lesson!.id))!;
  const known = mouldPrior((await heatSetup()).learned, before.spec);
  await put('moulds', { ...before.spec, name: 'Another name' }, before.id);
  const after = (await find('moulds', lesson!.id))!;
  assert.deepEqual(mouldPrior((await heatSetup()).learned, after.spec), known);
  assert.notDeepEqual(known, mouldPrior((await heatSetup()).learned, { name: 'never seen' }));
});
