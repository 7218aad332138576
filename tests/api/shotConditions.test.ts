import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { fold, shotRow } from '@/core/session/index.ts';
import type { App } from './harness.ts';
import { ask, ownDatabase, serve } from './harness.ts';

let app: App;

before(async () => {
  app = await serve(await ownDatabase('conditions'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});
const store = () => import('@/store/query.ts');

/** What is kept of every shot and every day, in one order. */
async function kept() {
  const { rows } = await store();
  return {
    shots: await rows<object>(
      `SELECT session_id, shot, conditions, injector_id, block_id, shot_by, mixes, grades, plastisols,
         heat_band, metal_band, place_band, when_band, test FROM shots ORDER BY 1, 2`,
    ),
    days: await rows<object>(
      `SELECT * FROM yield_days ORDER BY session_id, mould_id, bait_id, colourway_id, build,
         injector_id, block_id, shot_by, mixes, heat_band, metal_band, place_band, when_band, at`,
    ),
  };
}

test('what shots were shot under is what their logs say, after a rebuild, and for shots of before', async () => {
  const { rows, run } = await store();
  const before = await kept();
  const [{ id }] = (await rows<{ id: number }>(
    `SELECT session_id AS id FROM shots WHERE marked_at IS NOT NULL GROUP BY 1 ORDER BY count(*) DESC LIMIT 1`,
  )) as [{ id: number }];
  const log = (await ask('GET', `${app.url}/api/sessions/${id}`)).body;
  const state = fold(log.snapshot, log.events);
  const own = await rows<{ shot: string; conditions: unknown }>(
    'SELECT shot, conditions FROM shots WHERE session_id = $1 AND marked_at IS NOT NULL',
    [id],
  );
  assert.ok(own.length > 3);
  for (const { shot, conditions } of own)
    assert.deepEqual(conditions, shotRow(state, shot)!.conditions);
  // An earlier version kept none of it.
  await run(
    'UPDATE shots SET conditions = NULL, injector_id = NULL, heat_band = NULL, mixes = $1::int[]',
    [[]],
  );
  const { fillConditions } = await import('@/service/conditions.ts');
  assert.ok((await fillConditions()) > 3);
  assert.deepEqual(await kept(), before);
  assert.equal(await fillConditions(), 0);
  await (await import('@/service/rebuild.ts')).rebuild();
  assert.deepEqual(await kept(), before);
});

test('days have every shot at its heats and every bad bait, so that a cut counts what its rows would', async () => {
  const { rows } = await store();
  const { shotsOf } = await import('@/store/yields.ts');
  const sessions = (await rows<{ id: number }>('SELECT id FROM sessions')).map(({ id }) => id);
  const [[shots], bad] = await Promise.all([
    rows<{ n: number; heat: number }>(
      `SELECT count(*)::int AS n, sum(floor((conditions->>'heat')::float8))::int AS heat
         FROM shots WHERE marked_at IS NOT NULL AND NOT trial`,
    ),
    rows<{ fault: string; cavity: number; n: number }>(
      `SELECT coalesce(c.fault, 'not said') AS fault, c.cavity::int, count(*)::int AS n
         FROM shots s JOIN cavity_results c USING (session_id, shot)
        WHERE s.marked_at IS NOT NULL AND NOT s.trial AND c.grade <> 'good' GROUP BY 1, 2`,
    ),
  ]);
  const all = await shotsOf({}, sessions);
  const sum = (of: (one: (typeof all.shots)[number]) => number) =>
    all.shots.reduce((total, one) => total + of(one), 0);
  assert.equal(
    sum((one) => one.shots),
    shots!.n,
  );
  assert.equal(
    sum(({ heat, shots: count }) => count * (heat ?? 0)),
    shots!.heat,
  );
  assert.ok(bad.length > 5);
  for (const { fault, cavity, n } of bad) {
    const own = (await shotsOf({ cavity }, sessions)).bad.filter((one) => one.fault === fault);
    assert.ok(own.every(({ cavities }) => cavities.length === 1 && cavities[0] === cavity));
    assert.equal(own.length, n, `${fault} in cavity ${cavity}`);
  }
});

test('the demo shop’s stories are found: a damp bottle, cold metal, a gap that bleeds', async () => {
  const found = (await ask('GET', `${app.url}/api/yields/causes?mould=1`)).body;
  const sure = (fault: string): string[] =>
    found.whys
      .find((one: { fault: string }) => one.fault === fault)
      .why.with.filter((one: { sure: string }) => one.sure === 'sure')
      .map((one: { key: string; more: boolean }) => `${one.more ? 'more' : 'less'} ${one.key}`);
  assert.ok(sure('bubbles').includes('more damp'), JSON.stringify(found.whys));
  assert.ok(sure('short').includes('less metal'));
  const none = await ask('GET', `${app.url}/api/yields/causes?mould=999`);
  assert.deepEqual([none.status, none.body.shots, none.body.mould], [200, 0, null]);
});
