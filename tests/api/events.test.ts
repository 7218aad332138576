import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { AnyEvent } from '@/core/session/index.ts';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let session: number;
let events: string;
const store = () => import('@/store/query.ts');
const tables = async () => {
  const { rows } = await store();
  return {
    shots: await rows('SELECT * FROM shots ORDER BY session_id, shot'),
    cavities: await rows('SELECT * FROM cavity_results ORDER BY session_id, shot, cavity'),
    readings: await rows('SELECT * FROM cup_readings ORDER BY at, event_id'),
    allotted: await rows(
      'SELECT at, part_id, count, cured_at, session_id, cause FROM allocations ORDER BY cause, part_id',
    ),
    stock: await rows(
      `SELECT at, bait_id, colourway_id, grade, count, session_id, cause FROM stock_moves ORDER
        BY cause, bait_id, colourway_id, grade`,
    ),
    inserts: await rows(
      'SELECT session_id, kind, what, sum(count)::int AS count FROM insert_moves GROUP BY 1, 2, 3 ORDER BY 1, 2, 3',
    ),
    heaps: await rows('SELECT kind, count FROM insert_stock ORDER BY kind'),
    notes: await rows('SELECT * FROM mould_notes ORDER BY event_id'),
    trials: await rows('SELECT * FROM mould_trials ORDER BY event_id'),
    heads: await rows('SELECT id, last_seq, status, finished_at FROM sessions ORDER BY id'),
  };
};

before(async () => {
  const url = await ownDatabase('events');
  app = await serve(url);
  session = await openDemoSession(app.url);
  events = `${app.url}/api/sessions/${session}/events`;
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});
const send = (...list: unknown[]) => ask('POST', events, { events: list });
const log = async () => (await ask('GET', events)).body as AnyEvent[];

test('the same event sent twice, at once and again, is one event with one seq', async () => {
  const one = event(session, 'woken', { cup: '1' });
  const replies = await Promise.all([send(one), send(one), send(one, one)]);
  const again = await send(one);
  const seqs = new Set(
    [...replies, again].flatMap((reply) =>
      reply.body.accepted.map((other: { seq: number }) => other.seq),
    ),
  );
  assert.equal(seqs.size, 1);
  assert.equal((await log()).filter((event) => event.id === one.id).length, 1);
});

test('two benches at once: seqs run on without gap or repeat, and nothing is lost', async () => {
  const from = (await log()).length;
  const all = Array.from({ length: 40 }, (_, i) =>
    event(
      session,
      'reading',
      {
        target: { kind: 'cup', key: i % 2 ? '1' : '2' },
        celsius: 150 + (i % 20),
        stage: null,
        from: 'typed',
      },
      { by: `bench ${i % 2}` },
    ),
  );
  await Promise.all(all.map((event) => send(event)));
  const held = await log();
  assert.deepEqual(
    held.map((event) => event.seq),
    held.map((_, i) => i + 1),
  );
  assert.equal(held.length, from + 40);
  const { row } = await store();
  assert.deepEqual(
    await row('SELECT count(*)::int AS n FROM cup_readings WHERE session_id = $1', [session]),
    { n: 40 },
  );
});

test('half of a batch valid: the good half is taken, the rest answered one by one', async () => {
  const good = event(session, 'stirred', { cup: '1' });
  const reply = await send(
    good,
    event(session, 'stirred', {}),
    event(session + 1, 'stirred', { cup: '1' }),
    'rubbish',
  );
  assert.equal(reply.status, 200);
  assert.deepEqual(
    reply.body.accepted.map((other: { id: string }) => other.id),
    [good.id],
  );
  assert.deepEqual(
    reply.body.refused.map((other: { code: string }) => other.code),
    ['invalid', 'other-session', 'invalid'],
  );
  for (const result of reply.body.refused) assert.ok(result.message.length > 15);
});

test('from a newer bench: answered clearly, kept aside, nothing counted', async () => {
  const newer = event(session, 'levitated', { mould: '1' }, { v: 3 });
  const reply = await send(newer);
  assert.equal(reply.body.refused[0].code, 'newer');
  assert.match(reply.body.refused[0].message, /kept aside/);
  const { row } = await store();
  assert.deepEqual(await row('SELECT raw FROM held_events WHERE id = $1', [newer.id]), {
    raw: newer,
  });
});

test('the log cannot be changed, even by hand', async () => {
  const { run } = await store();
  await assert.rejects(
    run("UPDATE events SET kind = 'opened' WHERE session_id = $1", [session]),
    /appended to, never changed/,
  );
  await assert.rejects(
    run('DELETE FROM events WHERE session_id = $1', [session]),
    /appended to, never changed/,
  );
});

test('a shot, its marks and an undo move the read tables with them', async () => {
  const { row } = await store();
  const counts = () =>
    row<{ good: number; second: number }>(
      "SELECT good, second FROM shots WHERE session_id = $1 AND shot = '1#1'",
      [session],
    );
  const mark = event(session, 'cavityMarked', {
    shot: '1#1',
    cavity: 6,
    grade: 'second',
    fault: 'short',
  });
  await send(
    event(session, 'charged', { cup: '1', grams: 400, from: 'fresh' }),
    event(session, 'charged', { cup: '2', grams: 400, from: 'fresh' }),
    event(session, 'drawn', {
      draw: '3/1',
      injector: '3',
      job: '1-1',
      barrels: [
        { layer: 'back', cup: '1', ml: 42 },
        { layer: 'belly', cup: '2', ml: 42 },
      ],
    }),
    event(session, 'shot', { mould: '1', job: '1-1', draw: '3/1', trial: false, cavities: null }),
    event(session, 'mouldOpened', { mould: '1' }),
    mark,
    event(session, 'marked', { shot: '1#1' }),
  );
  assert.deepEqual(await counts(), { good: 7, second: 1 });
  await send(event(session, 'undone', { event: mark.id }));
  assert.deepEqual(await counts(), { good: 8, second: 0 });
});

test(
  'finishing shares the baits out once; taking the finish back reverses the moves, and ' +
    'they stay in the ledger',
  async () => {
    const { row } = await store();
    const total = () =>
      row<{ n: number; moves: number }>(
        'SELECT coalesce(sum(count), 0)::int AS n, count(*)::int AS moves FROM allocations WHERE session_id = $1',
        [session],
      );
    await send(
      event(session, 'returned', { shot: '1#1', to: 'puck' }),
      event(session, 'racked', { shot: '1#1' }),
    );
    const finish = event(session, 'finished', {});
    await Promise.all([send(finish), send(finish), send(event(session, 'finished', {}))]);
    assert.deepEqual(await total(), { n: 8, moves: 1 });
    const finishes = (await log())
      .filter((event) => event.kind === 'finished')
      .map((benchEvent) => benchEvent.id);
    await send(event(session, 'undone', { event: finishes[0] }));
    assert.equal((await total())!.n, 8, 'the other finish still stands');
    await send(event(session, 'undone', { event: finishes[1] }));
    const back = await total();
    assert.equal(back!.n, 0);
    assert.equal(
      back!.moves,
      2,
      'every move stays in the ledger, and the first undo had nothing to move',
    );
  },
);

test('every read table made again from the log is the same', async () => {
  const was = await tables();
  const { rebuild } = await import('@/service/rebuild.ts');
  await rebuild();
  const is = await tables();
  const { rows } = await import('@/store/query.ts');
  const counted = `SELECT session_id, mould_id, build, stage,
    coalesce(sum(good) FILTER (WHERE NOT trial AND marked_at IS NOT NULL), 0)::int AS good,
    coalesce(sum(good + usable + second) FILTER (WHERE NOT trial AND marked_at IS NOT NULL), 0)::int
      AS shot, count(*)::int AS given FROM shots GROUP BY 1, 2, 3, 4`;
  const uneven = await rows(
    `(SELECT * FROM goods WHERE given > 0 EXCEPT ${counted}) UNION ALL
     (${counted} EXCEPT SELECT * FROM goods)`,
  );
  assert.deepEqual(uneven, [], 'what came good is counted shot by shot, whatever became of them');
  for (const name of Object.keys(was) as (keyof typeof was)[])
    assert.deepEqual(is[name], was[name], name);
  assert.ok(
    was.shots.length > 200 &&
      was.cavities.length > 1500 &&
      was.readings.length > 500 &&
      was.allotted.length > 20 &&
      was.inserts.length > 5 &&
      was.heaps.length > 2,
  );
});

test('an unknown session, a foreign content type and a body that is no JSON are problems in words', async () => {
  const gone = await ask('POST', `${app.url}/api/sessions/99999/events`, {
    events: [event(99999, 'stirred', { cup: '1' })],
  });
  assert.equal(gone.status, 404);
  assert.match(gone.body.detail, /no such session/);
  const form = await fetch(events, {
    method: 'POST',
    body: 'x',
    headers: { 'content-type': 'text/plain', origin: 'http://elsewhere.test' },
  });
  assert.equal(form.status, 403);
  const broken = await fetch(events, {
    method: 'POST',
    body: '{',
    headers: { 'content-type': 'application/json' },
  });
  assert.match(((await broken.json()) as { detail: string }).detail, /not JSON/);
});
