import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import { EVENT_VERSION, fold, summary } from '@/core/session/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import type { App } from './harness.ts';
import { ask, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;

before(async () => {
  app = await serve(await ownDatabase('corrections'));
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

const store = () => import('@/store/query.ts');
const post = async (
  session: number,
  ...sends: { kind: string; payload: unknown }[]
): Promise<string[]> => {
  const events = sends.map((send) => ({
    id: v4(),
    session,
    at: Date.now(),
    by: 'desk',
    v: EVENT_VERSION,
    ...send,
  }));
  const reply = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
  assert.deepEqual(reply.body.refused, [], JSON.stringify(reply.body));
  return events.map((event) => event.id);
};

/** The demo shop's first plan, shot to its end. */
async function shotEvening(): Promise<number> {
  const session = await openDemoSession(app.url);
  const { snapshotOf } = await import('@/store/log.ts');
  const snapshot = (await snapshotOf(session))!;
  const events = rehearse({
    session,
    snapshot,
    startAt: Date.now() - 6 * 3_600_000,
    chance: seeded(3),
    spoil: () => 0.1,
  });
  for (let i = 0; i < events.length; i += 200) {
    const part = events.slice(i, i + 200).map(({ seq: _seq, ...other }) => other);
    const reply = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events: part });
    assert.deepEqual(reply.body.refused, []);
  }
  return session;
}

/** What the evening gave, by every table that says so, and by the log. */
async function totals(session: number) {
  const { row, rows } = await store();
  const { snapshotOf, eventsAfter } = await import('@/store/log.ts');
  const counted = (await row<{ good: number; second: number }>(
    'SELECT sum(good)::int AS good, sum(second)::int AS second FROM shots WHERE session_id = $1 AND NOT trial',
    [session],
  ))!;
  const lines = (await row<{ n: number }>(
    'SELECT coalesce(sum(count), 0)::int AS n FROM allocations WHERE session_id = $1',
    [session],
  ))!.n;
  const stock = (await row<{ n: number }>(
    'SELECT coalesce(sum(count), 0)::int AS n FROM stock_moves WHERE session_id = $1',
    [session],
  ))!.n;
  const state = fold((await snapshotOf(session))!, await eventsAfter(session, 0));
  const moved = await rows<{ count: number }>(
    'SELECT count FROM allocations WHERE session_id = $1',
    [session],
  );
  return {
    ...counted,
    given: lines + stock,
    lines,
    stock,
    moves: moved.length,
    logged: summary(state, Date.now()),
  };
}

test(
  'B7 a count put right, a tray dropped and an undo after the finish: tables, lines, ' +
    'stock and log follow, and a rebuild is the same',
  async () => {
    const session = await shotEvening();
    const was = await totals(session);
    assert.ok(was.good > 8 && was.given > 0);
    const { row } = await store();
    const shot = (await row<{ shot: string; good: number; cavities: number }>(
      `SELECT shot, good, (SELECT count(*)::int FROM cavity_results c WHERE c.session_id =
      s.session_id AND c.shot = s.shot) AS cavities FROM shots s WHERE session_id = $1 AND NOT
      trial AND good >= 5 AND usable = 0 ORDER BY shot LIMIT 1`,
      [session],
    ))!;

    const noReason = await ask('POST', `${app.url}/api/sessions/${session}/events`, {
      events: [
        {
          id: v4(),
          session,
          at: Date.now(),
          by: 'desk',
          v: EVENT_VERSION,
          kind: 'recounted',
          payload: { shot: shot.shot, good: 3, usable: 0, second: 0 },
        },
      ],
    });
    assert.equal(noReason.body.refused.length, 1, 'a count is put right with a reason');

    const [recounted] = await post(session, {
      kind: 'recounted',
      payload: {
        shot: shot.shot,
        good: shot.good - 2,
        usable: 0,
        second: shot.cavities - shot.good + 2,
        why: 'counted on the rack',
      },
    });
    const counted = await totals(session);
    assert.equal(counted.good, was.good - 2);
    assert.equal(counted.given, was.given - 2);
    assert.ok(counted.moves >= was.moves, 'no move is ever taken out of the ledger');

    await post(session, {
      kind: 'dropped',
      payload: { shot: shot.shot, good: shot.good - 2, usable: 0, why: 'tray dropped' },
    });
    const dropped = await totals(session);
    assert.equal(dropped.given, was.given - shot.good);
    assert.equal(dropped.lines + dropped.stock, dropped.given);

    await post(session, { kind: 'undone', payload: { event: recounted } });
    const undone = await totals(session);
    // The tray is still lost: of the eight or so as they were first counted, two are left.
    assert.equal(undone.given, was.given - (shot.good - 2));
    const { rebuild } = await import('@/service/rebuild.ts');
    await rebuild();
    assert.deepEqual(await totals(session), undone);
  },
);

test('B7 packing and sending are undone, once, and the line is open again', async () => {
  const { row } = await store();
  const line = (await row<{ line_id: number; n: number }>(
    `SELECT p.line_id, sum(a.count)::int AS n FROM allocations a JOIN line_parts p ON p.id =
      a.part_id JOIN order_lines l ON l.id = p.line_id WHERE a.cured_at < now() AND NOT l.closed
      GROUP BY 1 ORDER BY 2 DESC LIMIT 1`,
  ))!;
  const move = (body: object) => ask('POST', `${app.url}/api/lines/${line.line_id}/moves`, body);
  const held = async () =>
    (await row<{ packed: number; sent: number }>(
      `SELECT coalesce(sum(count) FILTER (WHERE kind = 'packed'), 0)::int AS packed,
        coalesce(sum(count) FILTER (WHERE kind = 'sent'), 0)::int AS sent FROM line_moves WHERE
        line_id = $1`,
      [line.line_id],
    ))!;
  const before = await held();
  const [packed, sent] = [v4(), v4()];
  const some = Math.min(3, line.n - before.packed);
  assert.ok(some > 0);
  assert.equal((await move({ kind: 'packed', count: some, cause: packed })).status, 201);
  assert.equal((await move({ kind: 'sent', count: some, cause: sent })).status, 201);
  assert.match(
    (await move({ undoes: packed, cause: v4() })).body.detail,
    /not sent/,
    'what was sent is not unpacked',
  );
  assert.equal((await move({ undoes: sent, cause: v4() })).status, 201);
  const again = v4();
  assert.equal((await move({ undoes: packed, cause: again })).status, 201);
  await move({ undoes: packed, cause: v4() });
  assert.deepEqual(await held(), before);
  assert.match((await move({ kind: 'packed', count: -1, cause: v4() })).body.detail, /Only|why/);
});

test('what each line of an order took is its part of what its sessions shot; the page says it', async () => {
  const { orderAsItStands } = await import('@/service/orders.ts');
  const { rows } = await store();
  const orders = await rows<{ id: number }>(
    `SELECT DISTINCT l.order_id AS id FROM order_lines l JOIN line_parts p ON p.line_id = l.id
      JOIN allocations a ON a.part_id = p.id WHERE a.session_id IS NOT NULL ORDER BY 1 DESC LIMIT 8`,
  );
  let lines = 0;
  for (const { id } of orders) {
    const { took, story } = (await orderAsItStands(id, new Date()))!;
    for (const [line, cost] of took) {
      const given = story
        .filter((one) => one.line === line && one.what === 'shot' && one.count > 0)
        .reduce((sum, { count }) => sum + count, 0);
      if (given === 0) {
        assert.equal(cost, null);
        continue;
      }
      lines += 1;
      assert.ok(cost, `line ${line} of order ${id}`);
      assert.equal(cost.given, given);
      assert.ok(cost.shot >= cost.good && cost.good >= cost.given - 1e-9);
      assert.ok(cost.spare >= cost.enough - 1e-9 && cost.enough >= 0);
    }
  }
  assert.ok(lines > 3, `${lines} lines`);
  const page = await (await fetch(`${app.url}/orders/${orders[0]!.id}`)).text();
  assert.match(page, /spare, where \d+ % would have been enough/);
});
