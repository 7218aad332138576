import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { makeInstrument, putInCup, sendReadings } from './instruments.ts';
import { ask, event, openDemoSession, ownDatabase, serve, until } from './harness.ts';

let app: App;
let session = 0;
before(async () => {
  app = await serve(await ownDatabase('devices'));
  session = await openDemoSession(app.url);
  await ask('POST', `${app.url}/api/sessions/${session}/events`, {
    events: [
      event(session, 'charged', { cup: '1', grams: 200, from: 'fresh' }),
      event(session, 'reading', {
        target: { kind: 'room', key: 'room' },
        celsius: 21,
        stage: null,
        from: 'typed',
      }),
    ],
  });
});
after(() => app.stop());

const make = (name: string, kind?: string) => makeInstrument(app, name, kind);
const send = (key: string, readings: unknown) => sendReadings(app, key, readings);
const inCup = (id: number, cup: string) => putInCup(app, id, session, cup);
const readings = async () =>
  (
    (await ask('GET', `${app.url}/api/sessions/${session}/events?after=0`)).body as {
      kind: string;
      by: string;
      payload: { celsius: number; target: { kind: string } };
    }[]
  ).filter((other) => other.kind === 'reading' && other.payload.target.kind === 'cup');

test(
  'a bound probe that stands still writes into the log; what cannot be is kept, flagged ' +
    'in words, and told to nobody',
  async () => {
    const probe = await make('Long probe');
    assert.equal((await inCup(probe.id, '1')).status, 200);
    const now = Date.now();
    const good = await send(probe.key, [
      { value: 163.1, at: now - 1000 },
      { value: 163.2, at: now },
    ]);
    assert.equal(good.body.logged, 1);
    assert.deepEqual(
      (await readings()).map((reading) => [reading.by, reading.payload.celsius]),
      [['Long probe', 163.2]],
    );
    const bad = await send(probe.key, [
      { value: 163.2, at: now },
      { value: 5, at: now + 1 },
      { value: 412, at: now + 2 },
      { value: 164, at: now - 500 },
      { value: 163.3, at: now + 3_600_000 },
    ]);
    assert.deepEqual(
      bad.body.readings.map((reading) => reading.flag),
      ['duplicate', 'ambient', 'absurd', 'backwards', 'clock'],
    );
    assert.ok(bad.body.readings.every((reading) => reading.says.length > 8));
    assert.equal((await readings()).length, 1, 'none of them told the bench anything');
    const silly = await send(probe.key, [{ value: 'hot' }]);
    assert.equal(silly.status, 422);
    assert.match(silly.body.detail, /number/);
  },
);

test(
  'a wrong key, a key taken back, two probes in one cup, ten thousand at once: refused ' +
    'in words, and the shop goes on',
  async () => {
    assert.equal((await send('nobody', [{ value: 160 }])).status, 403);
    const other = await make('Short probe');
    const clash = await inCup(other.id, '1');
    assert.equal(clash.status, 409);
    assert.match(clash.body.detail, /Long probe is in it already/);
    assert.equal(
      (await ask('POST', `${app.url}/api/devices`, { name: 'short probe', kind: 'scale' })).status,
      409,
    );
    const flood = await send(
      other.key,
      Array.from({ length: 10_000 }, (_, i) => ({ value: 160, at: Date.now() + i })),
    );
    assert.equal(flood.status, 422);
    assert.match(flood.body.detail, /at most 500/);
    assert.equal((await fetch(`${app.url}/bench/${session}`)).status, 200);
    const scale = await make('Bench scale', 'scale');
    assert.match(
      (
        await ask('PUT', `${app.url}/api/devices/${scale.id}/binding`, {
          session,
          target: { kind: 'mould', key: '1' },
        })
      ).body.detail,
      /does not go there/,
    );
    assert.equal((await ask('DELETE', `${app.url}/api/devices/${other.id}`, {})).status, 200);
    const gone = await send(other.key, [{ value: 160 }]);
    assert.equal(gone.status, 403);
    assert.match(gone.body.detail, /Nothing was taken/);
  },
);

test(
  'a probe on the bench while its cup is in the oven is not taken for the cup; a second ' +
    'process hears every reading',
  async () => {
    const second = await serve(process.env.DATABASE_URL!);
    const heard: string[] = [];
    const stop = new AbortController();
    const stream = await fetch(`${second.url}/api/stream?devices`, { signal: stop.signal });
    void (async () => {
      for await (const chunk of stream.body!)
        heard.push(Buffer.from(chunk as Uint8Array).toString());
    })().catch(() => {});
    const probe = await make('Third probe');
    await ask('POST', `${app.url}/api/sessions/${session}/events`, {
      events: [event(session, 'charged', { cup: '2', grams: 150, from: 'fresh' })],
    });
    await inCup(probe.id, '2');
    await ask('POST', `${app.url}/api/sessions/${session}/events`, {
      events: [event(session, 'heated', { cup: '2', seconds: 60, begun: true })],
    });
    const away = await send(probe.key, [{ value: 40 }]);
    assert.equal(away.body.readings[0]!.flag, 'away');
    await until('the other process heard it', () =>
      Promise.resolve(heard.join('').includes('"flag":"away"')),
    );
    stop.abort();
    await second.stop();
  },
);

/** What the database keeps of each belief is what its lessons say, however they came and went. */
async function beliefsHold(): Promise<void> {
  const { rows } = await import('@/store/query.ts');
  const counted = `SELECT l.key, (array_agg(l.id ORDER BY l.at DESC, l.id DESC))[1], count(*)::int,
    sum(l.readings)::int, sum(l.left_out)::int FROM lessons l LEFT JOIN lesson_keys k USING (key)
    WHERE k.reset_at IS NULL OR l.at > k.reset_at GROUP BY l.key`;
  assert.deepEqual(
    await rows(`(SELECT * FROM beliefs EXCEPT ${counted}) UNION ALL (${counted} EXCEPT
      SELECT * FROM beliefs)`),
    [],
  );
}

test(
  'a finished evening teaches; what is locked stays, what is forgotten goes; an undone ' +
    'finish takes its lessons back',
  async () => {
    const learned = async () =>
      (await ask('GET', `${app.url}/api/learned`)).body as {
        key: string;
        posterior: { mean: number };
        past: { session_id: number }[];
      }[];
    const before = await learned();
    const oven = before.find((lesson) => lesson.key.endsWith('/efficiency'))!;
    assert.ok(
      oven.posterior.mean > 0.35 && oven.posterior.mean < 0.55,
      'near what the demo’s ovens truly give',
    );
    assert.ok(oven.past.length > 5);
    assert.equal(
      (await ask('POST', `${app.url}/api/learned`, { key: oven.key, act: 'reset' })).status,
      200,
    );
    assert.ok(!(await learned()).some((lesson) => lesson.key === oven.key));
    await beliefsHold();
    assert.equal(
      (await ask('POST', `${app.url}/api/learned`, { key: 'nothing', act: 'lock' })).status,
      404,
    );
    await ask('POST', `${app.url}/api/learned`, { key: 'air', act: 'lock' });
    // Fourteen readings of a cup that cools, and the evening is finished.
    const time = Date.now() - 3_600_000;
    const cooling = Array.from({ length: 14 }, (_, i) =>
      event(
        session,
        'reading',
        { target: { kind: 'cup', key: '1' }, celsius: 165 - 1.5 * i, stage: null, from: 'typed' },
        { at: time + 30_000 * i },
      ),
    );
    const end = event(session, 'finished', {}, { id: v4() });
    await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: [...cooling, end] });
    const taught = () =>
      learned().then((all) =>
        all.filter((lesson) => lesson.past.some((other) => other.session_id === session)),
      );
    const lessons = await until('the evening taught something', async () => {
      const lessons = await taught();
      return lessons.length > 0 && lessons;
    });
    assert.ok(!lessons.some((lesson) => lesson.key === 'air'), 'what is locked learns nothing');
    await beliefsHold();
    await ask('POST', `${app.url}/api/sessions/${session}/events`, {
      events: [event(session, 'undone', { event: end.id })],
    });
    assert.equal((await taught()).length, 0);
    await beliefsHold();
  },
);
