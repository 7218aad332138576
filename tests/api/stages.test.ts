import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { AnyEvent } from '@/core/session/index.ts';
import type { App } from './harness.ts';
import { openAt } from './atBench.ts';
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

/** A session on a fresh plan of this shop's. */
const open = (bait: string, colourway: string, count: number) =>
  openAt(app, bait, colourway, count);
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
    const { wholeCatalogue } = await import('@/service/catalogue.ts');
    const free = async () =>
      (await wholeCatalogue()).inserts.find(({ kind }) => kind === TAILS)?.count ?? 0;
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
