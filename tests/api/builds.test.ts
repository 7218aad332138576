import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { AnyEvent } from '@/core/session/index.ts';
import { nextStep, shotRow } from '@/core/session/index.ts';
import { BUILDS } from '@/core/build/index.ts';
import type { App } from './harness.ts';
import { openAt } from './atBench.ts';
import { ask, change, ownDatabase, serve } from './harness.ts';

let app: App;
let url: string;
const store = () => import('@/store/query.ts');

before(async () => {
  url = await ownDatabase('builds');
  app = await serve(url);
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

/** A session on a fresh plan of this shop's. */
const open = (bait: string, colourway: string, count: number) =>
  openAt(app, bait, colourway, count);

test(
  'a build that cannot be shot is refused in words; one that can is kept, and a ' +
    'colourway of it planned',
  async () => {
    const bad = {
      ...BUILDS.laminateCore,
      name: 'No channel',
      stages: [{ ...BUILDS.laminateCore.stages[0], rods: false }, BUILDS.laminateCore.stages[1]],
    };
    const refused = await ask('POST', `${app.url}/api/catalogue/builds`, bad);
    assert.deepEqual([refused.status, refused.body.code], [422, 'misfit']);
    assert.match(refused.body.detail, /no channel/);
    const kept = await ask('POST', `${app.url}/api/catalogue/builds`, {
      ...BUILDS.triple,
      key: '',
      name: 'Our triple',
    });
    assert.equal(kept.status, 201);
    const way = await ask('POST', `${app.url}/api/catalogue/colourways`, {
      name: 'Ours',
      build: `own-${kept.body.id}`,
      layers: { back: 6, side: 8, belly: 2 },
    });
    assert.equal(way.status, 201);
    const bench = await open('Slip eel 95', 'Ours', 6);
    assert.equal(bench.input.jobs[0]!.build.key, `own-${kept.body.id}`);
    const state = await bench.follow((state) => state.shots.size === 1);
    assert.equal(shotRow(state, [...state.shots.keys()][0]!)!.build, `own-${kept.body.id}`);
  },
);

test('a trial card’s figures go into its mould; a note shows at the next session', async () => {
  const bench = await open('Bollard sprat', 'Mackerel slate', 3);
  await bench.follow(
    (state) =>
      nextStep(state, Date.now() + 1e7)?.key === 'trial' ||
      [...state.shots.values()].some((shot) => shot.rackedAt !== null),
  );
  const state = bench.state();
  const mould = [...state.moulds.keys()][0]!;
  await bench.act(
    {
      kind: 'trialled',
      payload: {
        mould,
        shot: [...state.shots.keys()][0]!,
        fill: 'full',
        letsGo: 'bottom',
        hold: 12,
        window: { low: 160, high: 169 },
        bait: 9.25,
        verdict: 'good',
        note: 'vent at the tail',
      },
    },
    { kind: 'noted', payload: { mould, text: 'Pins are tight when warm.' } },
  );
  const { body } = await ask('GET', `${app.url}/api/catalogue/moulds/${mould}`);
  const { spec } = body;
  assert.deepEqual(
    [
      spec.tried,
      spec.letsGo,
      spec.hold,
      spec.window,
      spec.cavities[1].measured,
      spec.cavities[1].source,
    ],
    [true, 'bottom', 12, { low: 160, high: 169 }, 9.25, 'bait'],
  );
  const next = await open('Bollard sprat', 'Mackerel slate', 3);
  assert.match(
    next.input.jobs[0]!.tools[0]!.moulds[0]!.mould.note,
    /vent at the tail Pins are tight/,
  );
  assert.deepEqual(next.input.jobs[0]!.tools[0]!.window, { low: 160, high: 169 });
});

test(
  'a session of the first slice, in the database as it was kept: its pages open, it is ' +
    'exported whole, a rebuild keeps it',
  async () => {
    const kept = JSON.parse(
      readFileSync(new URL('../fixtures/first-slice-session.json', import.meta.url), 'utf8'),
    ) as {
      name: string;
      snapshot: unknown;
      events: AnyEvent[];
      shots: { shot: string; good: number; usable: number; second: number }[];
    };
    const { rows, row } = await store();
    const made = await row<{ id: number }>(
      'INSERT INTO sessions (name, snapshot) VALUES ($1, $2::jsonb) RETURNING id',
      [kept.name, JSON.stringify(kept.snapshot)],
    );
    const session = made!.id;
    const sent = kept.events.map(({ seq: _, ...other }) => ({ ...other, id: v4(), session }));
    const reply = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: sent });
    assert.deepEqual(reply.body.refused, []);
    for (const page of [`/sessions/${session}`, `/bench/${session}`])
      assert.equal((await fetch(app.url + page)).status, 200);
    const out = (await ask('GET', `${app.url}/api/sessions/${session}/events`)).body as AnyEvent[];
    assert.deepEqual(
      out.map((event) => [event.id, event.v, event.kind, event.payload]),
      sent.map((event) => [event.id, event.v, event.kind, event.payload]),
    );
    const shots = () =>
      rows('SELECT shot, good, usable, second FROM shots WHERE session_id = $1 ORDER BY n', [
        session,
      ]);
    const want = kept.shots.map(({ shot, good, usable, second }) => ({
      shot,
      good,
      usable,
      second,
    }));
    assert.deepEqual(await shots(), want);
    await (await import('@/service/rebuild.ts')).rebuild();
    assert.deepEqual(await shots(), want);
  },
);

test(
  'lists take what their schema allows, refuse a second of one name, and say which ' +
    'field was wrong',
  async () => {
    const cup = { name: 'Big jug', volume: 1500, bore: 130, fill: 0.9, froth: 0.5 };
    const made = await ask('POST', `${app.url}/api/catalogue/vessels`, cup);
    assert.equal(made.status, 201);
    const twice = await ask('POST', `${app.url}/api/catalogue/vessels`, {
      ...cup,
      name: 'big jug',
    });
    assert.deepEqual([twice.status, twice.body.field], [409, 'name']);
    assert.equal(
      (await change(`${app.url}/api/catalogue/vessels/${made.body.id}`, { ...cup, fill: 3 })).body
        .field,
      'fill',
    );
    assert.equal((await ask('GET', `${app.url}/api/catalogue/anvils`)).status, 404);
  },
);
