import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { ask, db, event, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let heap: { bait: number; colourway: number; build: string; grade: string };
let part = 0;
let line = 0;
const PUT = 44;

before(async () => {
  app = await serve(await ownDatabase('stock'));
  const [wanted] = await db.query(
    `SELECT p.id AS part, p.line_id AS line, p.bait_id AS bait, p.colourway_id AS colourway,
       c.spec->>'build' AS build FROM line_parts p JOIN order_lines l ON l.id = p.line_id AND NOT l.closed
       JOIN colourways c ON c.id = p.colourway_id
      WHERE p.count - coalesce((SELECT sum(count) FROM allocations WHERE part_id = p.id), 0) >= 20
      ORDER BY l.promised, p.id LIMIT 1`,
  );
  ({ part, line } = wanted as unknown as { part: number; line: number });
  const { bait, colourway, build } = wanted as unknown as typeof heap;
  heap = { bait, colourway, build, grade: 'good' };
  await move({ what: 'recounted', count: PUT });
});
after(() => app.stop());

const move = (body: object) =>
  ask('POST', `${app.url}/api/stock/moves`, { heap, cause: v4(), ...body });
const held = async (): Promise<number> => {
  const [row] = await db.query(
    'SELECT count FROM bait_stock WHERE bait_id = $1 AND colourway_id = $2 AND build = $3 AND grade = $4',
    [heap.bait, heap.colourway, heap.build, heap.grade],
  );
  return Number(row?.count ?? 0);
};
const sums = async () =>
  db.query(
    `SELECT 1 FROM bait_stock s WHERE count <> (SELECT coalesce(sum(m.count), 0) FROM stock_moves m
      WHERE (m.bait_id, m.colourway_id, m.build, m.grade) = (s.bait_id, s.colourway_id, s.build, s.grade))`,
  );

test('fifty hands at one heap: no bait leaves twice, none is below nothing, and each is told', async () => {
  assert.equal(await held(), PUT);
  const whats = ['sold', 'given away', 'dropped', 'melted'];
  const replies = await Promise.all(
    Array.from({ length: 50 }, (_, i) => move({ what: whats[i % 4], count: 3 })),
  );
  const done = replies.filter(({ status }) => status === 201).length;
  assert.equal(done, Math.floor(PUT / 3));
  assert.equal(await held(), PUT - 3 * done);
  const refused = replies.find(({ status }) => status === 409)!;
  assert.match(refused.body.detail, /There are 2 of them on the shelf\. Nothing was moved\./);
  assert.deepEqual(await sums(), []);
});

test('an act whose answer was lost is sent again, and moves once', async () => {
  await move({ what: 'recounted', count: PUT });
  const cause = v4();
  for (let i = 0; i < 3; i++)
    assert.equal((await move({ what: 'sold', count: 4, cause })).status, 201);
  assert.equal(await held(), PUT - 4);
});

test('a line takes from the shelf what it wants and no more; the plan does not shoot that again', async () => {
  await move({ what: 'recounted', count: 12 });
  const { planner } = await import('@/service/planner.ts');
  const listed = async () => (await planner(new Date())).parts.find((one) => one.part === part)!;
  const before = await listed();
  assert.equal(before.shelf, 12, 'what lies there is spoken for by the line that stands first');
  const wants = before.rest + before.shelf + before.bench;
  const cause = v4();
  assert.equal((await move({ what: 'allotted', part, count: 12, cause })).status, 201);
  assert.equal(await held(), 0);
  const after = await listed();
  assert.deepEqual(
    [after.shelf, after.rest + after.bench],
    [0, wants - 12],
    'allotted, it is no more wanted',
  );
  const book = (await ask('GET', `${app.url}/api/orders`)).body as { id: number; cured: number }[];
  assert.ok(book.find(({ id }) => id === line)!.cured >= 12, 'they are cured: packed at once');
  await move({ what: 'recounted', count: 1000 });
  const more = await move({ what: 'allotted', part, count: wants });
  assert.equal(more.status, 409);
  assert.match(more.body.detail, new RegExp(`The line wants ${wants - 12} more`));
  const usable = { ...heap, grade: 'usable' };
  assert.equal((await move({ what: 'recounted', count: 5, heap: usable })).status, 201);
  const refused = await move({ what: 'allotted', part, count: 2, heap: usable });
  assert.equal(refused.status, 422);
  assert.match(refused.body.detail, /takes good ones alone/);
  await db.query('UPDATE order_lines SET usable = true WHERE id = $1', [line]);
  assert.equal((await move({ what: 'allotted', part, count: 2, heap: usable })).status, 201);
  await db.query('UPDATE order_lines SET usable = false WHERE id = $1', [line]);
  const other = await move({
    what: 'allotted',
    part,
    count: 1,
    heap: { ...heap, bait: heap.bait + 1 },
  });
  assert.ok([409, 422].includes(other.status));
  assert.equal(await held(), 1000);
  assert.deepEqual(await sums(), []);
});

test('baits that are melted and weighed are in the tub of their colour; sent twice, once', async () => {
  await move({ what: 'recounted', count: 10 });
  const grams = async () => Number((await db.query('SELECT sum(grams) AS g FROM tubs'))[0]!.g);
  const before = await grams();
  const cause = v4();
  for (let i = 0; i < 2; i++)
    assert.equal((await move({ what: 'melted', count: 4, grams: 33.5, cause })).status, 201);
  assert.equal(await held(), 6);
  assert.ok(Math.abs((await grams()) - before - 33.5) < 1e-9);
  await move({ what: 'recounted', count: 0 });
});

test('inserts move as baits do: fifty hands, each act once, none below nothing, melted ones in their tub', async () => {
  const [lying] = await db.query(
    `SELECT kind, count FROM insert_stock WHERE kind ~ '^tail:[0-9]+:[0-9]+$' LIMIT 1`,
  );
  const { kind } = lying as unknown as { kind: string };
  const put = (body: object) =>
    ask('POST', `${app.url}/api/stock/inserts`, { kind, cause: v4(), ...body });
  const there = async () =>
    Number((await db.query('SELECT count FROM insert_stock WHERE kind = $1', [kind]))[0]!.count);
  assert.equal((await put({ what: 'recounted', count: 44 })).status, 201);
  const whats = ['sold', 'given away', 'dropped', 'melted'];
  const replies = await Promise.all(
    Array.from({ length: 50 }, (_, i) => put({ what: whats[i % 4], count: 3 })),
  );
  assert.equal(replies.filter(({ status }) => status === 201).length, 14);
  assert.equal(await there(), 2);
  const refused = replies.find(({ status }) => status === 409)!;
  assert.match(refused.body.detail, /There are 2 of them on the shelf\. Nothing was moved\./);
  assert.equal((await put({ what: 'sold', count: 1, kind: 'tail:99999:1' })).status, 404);
  const tubs = async () => Number((await db.query('SELECT sum(grams) AS g FROM tubs'))[0]!.g);
  const before = await tubs();
  const cause = v4();
  for (let i = 0; i < 2; i++)
    assert.equal((await put({ what: 'melted', count: 2, grams: 2.5, cause })).status, 201);
  assert.equal(await there(), 0);
  assert.ok(Math.abs((await tubs()) - before - 2.5) < 1e-9);
  // What was done at the shelf is no session's: the tables made again from the log keep it.
  const moves = async () =>
    db.query(
      'SELECT what, count FROM insert_moves WHERE kind = $1 AND session_id IS NULL ORDER BY id',
      [kind],
    );
  const done = await moves();
  const { rebuild } = await import('@/service/rebuild.ts');
  await rebuild();
  assert.deepEqual(await moves(), done);
  assert.equal(await there(), 0);
});

test('a line that joins a session is on an open bench; taken back it is not, and again it is', async () => {
  const { planner } = await import('@/service/planner.ts');
  const { snapshotOf } = await import('@/store/log.ts');
  await move({ what: 'recounted', count: 0 });
  const session = await openDemoSession(app.url);
  const [job] = (await snapshotOf(session))!.input.jobs;
  // One that no open bench shoots for yet, and that wants three at least.
  const free = (await planner(new Date())).parts.find(
    ({ bench, rest }) => bench === 0 && rest >= 3,
  )!;
  const listed = async () =>
    (await planner(new Date())).parts.find((one) => one.part === free.part)!;
  const before = await listed();
  const post = async (one: ReturnType<typeof event>) => {
    const url = `${app.url}/api/sessions/${session}/events`;
    assert.deepEqual((await ask('POST', url, { events: [one] })).body.refused, []);
    return one.id;
  };
  const due = '2031-01-01';
  const served = { part: free.part, line: free.line, for: 'Late asker', count: 3, due };
  const joined = await post(
    event(session, 'changed', { what: 'line', job: job!.key, line: served }, { v: 3 }),
  );
  assert.deepEqual(
    [(await listed()).bench, (await listed()).rest],
    [before.bench + 3, before.rest - 3],
  );
  const undo = await post(event(session, 'undone', { event: joined }, { v: 3 }));
  assert.equal((await listed()).bench, before.bench);
  await post(event(session, 'undone', { event: undo }, { v: 3 }));
  assert.equal((await listed()).bench, before.bench + 3);
});

test('everything made again from the log leaves what was moved at the shelf as it was', async () => {
  const own = () =>
    db.query('SELECT cause, what, count FROM stock_moves WHERE session_id IS NULL ORDER BY id');
  const [was, count] = [await own(), await held()];
  const { rebuild } = await import('@/service/rebuild.ts');
  await rebuild();
  assert.deepEqual(await own(), was);
  assert.equal(await held(), count);
  assert.deepEqual(await sums(), []);
  await (await import('@/store/database.ts')).closeDatabase();
});
