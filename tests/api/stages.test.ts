import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent, Send, SessionState } from '@/core/session/index.ts';
import { fold, nextStep, runInHand, shotRow } from '@/core/session/index.ts';
import { BUILDS } from '@/core/build/index.ts';
import type { App } from './harness.ts';
import { ask, event, ownDatabase, serve } from './harness.ts';

let app: App;
let url: string;
const store = () => import('@/store/query.ts');

before(async () => {
  url = await ownDatabase('stages');
  app = await serve(url);
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

/** A session on a fresh plan, driven through the API as a bench drives it. */
async function open(bait: string, colourway: string, count: number) {
  const { planner } = await import('@/service/planner.ts');
  const { shelf, defaults } = await planner(new Date());
  const id = (all: { id: number; spec: { name: string } }[], name: string) =>
    all.find((entry) => entry.spec.name === name)!.id;
  const input = draftPlan(
    shelf,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: id(shelf.baits, bait),
        colourway: id(shelf.colourways, colourway),
        count,
        due: '2031-01-01',
      },
    ],
    defaults,
  );
  const plan = await ask('POST', `${app.url}/api/plans`, {
    name: `${bait} ${v4()}`,
    day: '2031-01-01',
    input,
  });
  const opened = await ask('POST', `${app.url}/api/sessions`, {
    plan: plan.body.id,
    event: v4(),
    at: Date.now(),
    by: 'bench',
  });
  assert.equal(opened.status, 201, JSON.stringify(opened.body));
  const session = opened.body.session as number;
  const { snapshotOf } = await import('@/store/log.ts');
  const snapshot = (await snapshotOf(session))!;
  let now = Date.now();
  let events = (await ask('GET', `${app.url}/api/sessions/${session}/events`)).body as AnyEvent[];
  const act = async (...sends: Send[]) => {
    const made = sends.map((send) =>
      event(session, send.kind, send.payload, { at: (now += 1000), v: 2 }),
    );
    const reply = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: made });
    assert.deepEqual(reply.body.refused, []);
    events = [
      ...events,
      ...made.map(
        (event, i) => ({ ...event, seq: reply.body.accepted[i].seq }) as unknown as AnyEvent,
      ),
    ];
    return made;
  };
  const state = (): SessionState => fold(snapshot, events);
  const follow = async (until: (state: SessionState) => boolean) => {
    for (let i = 0; i < 400 && !until(state()); i++) {
      const session = state();
      const step = nextStep(session, now)!;
      const window = runInHand(session)?.tools.window;
      if (step.read)
        await act({
          kind: 'reading',
          payload: {
            target: step.read,
            celsius:
              step.read.kind === 'room'
                ? 20
                : step.read.kind === 'mould'
                  ? session.moulds.get(step.read.key)!.mould.warmTo
                  : session.cups.get(step.read.key)!.fused && window
                    ? (window.low + window.high) / 2
                    : 178,
            stage: null,
            from: 'typed',
          },
        });
      else if (step.until && step.until > now) now = step.until;
      else await act(...(step.also ?? []), step.send!, ...(step.then ?? []));
    }
    return state();
  };
  return { session, act, follow, state, input };
}
const heap = async (kind: string): Promise<number> =>
  (
    await (
      await store()
    ).row<{ count: number }>('SELECT count FROM insert_stock WHERE kind = $1', [kind])
  )?.count ?? 0;
const TAILS = 'tail:8:7';

test(
  'inserts are a ledger: made, used by which shot, taken back by an undo, carried to a ' +
    'later session, never under nothing',
  async () => {
    const { row, rows, run } = await store();
    const { freeInserts } = await import('@/service/catalogue.ts');
    const free = async () =>
      (await freeInserts()).find((freeInsert) => freeInsert.kind === TAILS)?.count ?? 0;
    const start = await heap(TAILS);
    const first = await open('Slip eel 95', 'Moss, blush tail', 14);
    await first.follow((state) => [...state.lots.values()].some((lot) => lot.from === 'shot'));
    const made = [...first.state().lots.values()].find((lot) => lot.from === 'shot')!.made;
    assert.equal(await heap(TAILS), start + made);
    const state = await first.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.key === 'body'),
    );
    const body = [...state.shots.values()].find((shot) => shot.stage.key === 'body')!;
    assert.equal(await heap(TAILS), start + made - 8);
    const used = await rows<{ what: string; count: number }>(
      "SELECT what, count FROM insert_moves WHERE session_id = $1 AND what LIKE 'used%'",
      [first.session],
    );
    assert.ok(
      used.every((other) => other.what.startsWith(`used ${body.id} `)) &&
        used.reduce((sum, next) => sum + next.count, 0) === -8,
    );
    // While it runs, another plan counts on none of them.
    assert.equal(await free(), 0);

    const shot = (
      await ask('GET', `${app.url}/api/sessions/${first.session}/events`)
    ).body.findLast((event: AnyEvent) => event.kind === 'shot') as AnyEvent;
    const undo = event(first.session, 'undone', { event: shot.id });
    await ask('POST', `${app.url}/api/sessions/${first.session}/events`, { events: [undo] });
    assert.equal(await heap(TAILS), start + made);
    await ask('POST', `${app.url}/api/sessions/${first.session}/events`, {
      events: [event(first.session, 'undone', { event: undo.id })],
    });
    assert.equal(await heap(TAILS), start + made - 8);

    // Finished, what is left is anybody's; the next session takes it before it shoots any, and books
    // it by the same heap.
    await first.follow((state) => state.phase.is === 'finished');
    const left = await free();
    assert.ok(left > 0 && left <= (await heap(TAILS)));
    const next = await open('Slip eel 95', 'Moss, blush tail', 4);
    assert.equal(next.input.jobs[0]!.tools[1]!.fromShelf, Math.min(left, 4));
    const was = await heap(TAILS);
    const after = await next.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.key === 'body'),
    );
    const laid = [...after.shots.values()].find((shot) => shot.stage.key === 'body')!;
    assert.ok(
      [...laid.inserts.values()].some((id) => after.lots.get(id)!.from === 'shelf'),
      'shelf first',
    );
    const fresh = [...after.lots.values()]
      .filter((lot) => lot.from === 'shot')
      .reduce((sum, lot) => sum + lot.made, 0);
    assert.equal(await heap(TAILS), was + fresh - 8);

    // A bench that spoils more than anybody counted: the heap does not go under nothing, and what was
    // not counted is said.
    const job = next.input.jobs[0]!.key;
    await next.act({ kind: 'insertSpoiled', payload: { job, count: 300, why: 'dropped' } });
    assert.ok((await heap(TAILS)) >= 0);
    assert.ok(
      (await row<{ n: number }>(
        `SELECT sum(count)::int AS n FROM insert_moves WHERE session_id = $1 AND (what LIKE
        'found%' OR what LIKE 'uncounted%')`,
        [next.session],
      ))!.n > 200,
    );
    await assert.rejects(
      run(
        `INSERT INTO insert_moves (at, kind, what, count, session_id, cause) VALUES (now(), $1, 'by
        hand', $4, $2, $3)`,
        [TAILS, first.session, v4(), -1 - (await heap(TAILS))],
      ),
      /check constraint/,
    );
  },
);

test(
  'B4 another mould from here on: on the ledger its baits are its own, the line takes ' +
    'none of them, and what is short is truly short',
  async () => {
    const { rows } = await store();
    const shop = await ask('GET', `${app.url}/api/catalogue`);
    const prawn = shop.body.moulds.find(
      (mould: { spec: { name: string } }) => mould.spec.name === 'Culvert prawn 60, twelve',
    );
    const bait = shop.body.baits.find(
      (bait: { spec: { name: string } }) => bait.spec.name === 'Culvert prawn',
    );
    const one = await open('Slip eel 95', 'Bilge moss over oyster lint', 14);
    await one.follow((state) => [...state.shots.values()].some((shot) => shot.rackedAt !== null));
    const job = [...one.state().runs.keys()][0]!;
    await one.act({
      kind: 'changed',
      payload: {
        what: 'mould',
        job,
        id: prawn.id,
        mould: prawn.spec,
        only: false,
        bait: { id: bait.id, name: bait.spec.name, outline: bait.spec.outline },
      },
    });
    const state = await one.follow(
      (state) =>
        state.shots.size >= 2 && [...state.shots.values()].every((shot) => shot.rackedAt !== null),
    );
    await one.act({ kind: 'finished', payload: {} });
    const [first, second] = [...state.shots.values()];
    assert.deepEqual([first!.bait.name, second!.bait.name], ['Slip eel 95', 'Culvert prawn']);
    const given = await rows<{ n: number }>(
      'SELECT coalesce(sum(count), 0)::int AS n FROM allocations WHERE session_id = $1',
      [one.session],
    );
    const stocked = await rows<{ bait_id: number; n: number }>(
      'SELECT bait_id, sum(count)::int AS n FROM stock_moves WHERE session_id = $1 GROUP BY 1',
      [one.session],
    );
    assert.ok(given[0]!.n <= 8, `${given[0]!.n} of the line’s own`);
    assert.deepEqual(
      stocked.filter((other) => other.bait_id === bait.id).map((other) => other.n),
      [12],
    );
  },
);

test('a cored bait’s rows tell which insert lay in each cavity; shells are no baits in the counts', async () => {
  const { rows, row } = await store();
  const bench = await open('Lantern eel 120', 'Lantern glass', 2);
  const state = await bench.follow((state) => state.phase.is === 'finished');
  const shots = await rows<{ shot: string; stage: string; makes: string; build: string }>(
    'SELECT shot, stage, makes, build FROM shots WHERE session_id = $1 ORDER BY n',
    [bench.session],
  );
  assert.deepEqual(
    new Set(shots.map((shot) => `${shot.build} ${shot.stage} ${shot.makes}`)),
    new Set(['core shell shell', 'core body bait']),
  );
  const cavities = await rows<{ insert_from: string | null }>(
    `SELECT c.insert_from FROM cavity_results c JOIN shots USING (session_id, shot) WHERE
      session_id = $1 AND makes = 'bait'`,
    [bench.session],
  );
  assert.ok(cavities.length > 0 && cavities.every((cavity) => state.lots.has(cavity.insert_from!)));
  const baits = [...state.shots.values()]
    .filter((shot) => shot.stage.makes === 'bait')
    .reduce((sum, shot) => sum + shot.cavities.size, 0);
  const { finishedSessions } = await import('@/store/log.ts');
  assert.equal(
    (await finishedSessions(100)).find((finishedSession) => finishedSession.id === bench.session)!
      .shot,
    baits,
  );
  assert.equal(
    (await row<{ n: number }>(
      'SELECT sum(count)::int AS n FROM stock_moves WHERE session_id = $1',
      [bench.session],
    ))!.n,
    baits,
  );
});

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
