import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { AnyEvent, Snapshot } from '@/core/session/index.ts';
import { EVENT_VERSION, fold, isUntouched } from '@/core/session/index.ts';
import { run } from '@/store/query.ts';
import type { App } from './harness.ts';
import { ask, change, db, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  app = await serve(await ownDatabase('history'));
});
after(() => app.stop());

const { changesOf } = await import('@/service/history.ts');
const day = '2031-05-01';
const order = (note: string, count: number) => ({
  customer: 'Creek Tackle',
  note,
  lines: [{ name: '', pack: 1, promised: day, parts: [{ bait: 1, colourway: 1, count }] }],
});

test(
  'what an order, a mix and the shop were before is kept, in whose name, and can be put ' +
    'back; saving the same is no change',
  async () => {
    const { id } = (await ask('POST', `${app.url}/api/orders`, order('first', 4))).body as {
      id: number;
    };
    const at = `${app.url}/api/orders/${id}`;
    await change(at, order('second', 5));
    await change(at, (await ask('GET', at)).body);
    const all = await changesOf('orders', id);
    assert.equal(all.length, 2);
    const before = all[0]!.before as ReturnType<typeof order>;
    assert.deepEqual(
      [before.note, before.lines[0]!.parts[0]!.count, all[1]!.before],
      ['first', 4, null],
    );
    assert.equal((await change(at, before)).status, 200);
    assert.equal((await ask('GET', at)).body.note, 'first');

    const mix = (await ask('GET', `${app.url}/api/catalogue/mixes/1`)).body.spec as {
      colour: string;
    };
    const was = (await changesOf('mixes', 1)).length;
    await change(`${app.url}/api/catalogue/mixes/1`, { ...mix, colour: '#123456' });
    const [now] = await changesOf('mixes', 1);
    assert.deepEqual(
      [
        (await changesOf('mixes', 1)).length,
        (now!.before as typeof mix).colour,
        (now!.after as typeof mix).colour,
        now!.by,
      ],
      [was + 1, mix.colour, '#123456', 'the shop'],
    );
    const shop = (await ask('GET', `${app.url}/api/shop`)).body as { name: string };
    await change(`${app.url}/api/shop`, { ...shop, name: 'Skiff & Sons' });
    assert.equal(((await changesOf('shop', 1))[0]!.before as typeof shop).name, shop.name);
    await assert.rejects(run('DELETE FROM changes'), /never changed/);
  },
);

test(
  'what is retired stands in no list, is kept where it was used, and comes back; what ' +
    'is still promised or used is not retired',
  async () => {
    const list = async (name: string) =>
      ((await ask('GET', `${app.url}/api/catalogue/${name}`)).body as { id: number }[]).map(
        (other) => other.id,
      );
    const vessel = (
      await ask('POST', `${app.url}/api/catalogue/vessels`, {
        ...(await ask('GET', `${app.url}/api/catalogue/vessels/1`)).body.spec,
        name: 'Cracked jug',
      })
    ).body as { id: number };
    assert.equal(
      (await ask('DELETE', `${app.url}/api/catalogue/vessels/${vessel.id}`)).status,
      200,
    );
    assert.ok(!(await list('vessels')).includes(vessel.id));
    assert.equal((await ask('GET', `${app.url}/api/catalogue/vessels/${vessel.id}`)).status, 200);
    const again = await ask('POST', `${app.url}/api/catalogue/vessels`, {
      ...(await ask('GET', `${app.url}/api/catalogue/vessels/1`)).body.spec,
      name: 'cracked JUG',
    });
    assert.match(again.body.detail, /a retired cup called .* Bring it back/);
    assert.equal(
      (await ask('POST', `${app.url}/api/catalogue/vessels/${vessel.id}/back`, {})).status,
      200,
    );
    assert.ok((await list('vessels')).includes(vessel.id));
    for (const [key, id, why] of [
      ['baits', 1, /promised on \d+ open/],
      ['mixes', 1, /still used by/],
      ['moulds', 1, /still used by/],
    ] as const) {
      const refused = await ask('DELETE', `${app.url}/api/catalogue/${key}/${id}`);
      assert.equal(refused.status, 409);
      assert.match(refused.body.detail, why);
      assert.ok((await list(key)).includes(id));
    }
  },
);

/** A thing deleted by who has just seen it. */
const remove = async (at: string) =>
  ask('DELETE', at, undefined, { 'if-match': (await ask('GET', at)).etag ?? '' });

test(
  'an order and a plan nothing was made of are deleted and come back as they were; what ' +
    'was shot for, and what is at the bench, stays',
  async () => {
    const { id } = (await ask('POST', `${app.url}/api/orders`, order('twice', 4))).body as {
      id: number;
    };
    const orderAt = `${app.url}/api/orders/${id}`;
    const plan = (await ask('GET', `${app.url}/api/plans/1`)).body as { input: object };
    const made = await ask('POST', `${app.url}/api/plans`, { name: 'Spare', day, ...plan });
    const planAt = `${app.url}/api/plans/${made.body.id}`;
    await ask('PUT', `${planAt}/ticks`, { ticks: ['laid out'] });
    const ticked = async () =>
      (await db.query('SELECT ticks FROM plans WHERE id = $1', [made.body.id]))[0]?.['ticks'];
    for (const at of [orderAt, planAt]) {
      const before = (await ask('GET', at)).body as { lines?: { id?: number }[] };
      assert.equal((await ask('DELETE', at, undefined, { 'if-match': '"other"' })).status, 409);
      assert.equal((await remove(at)).status, 200);
      assert.equal((await ask('GET', at)).status, 404);
      assert.equal((await ask('POST', `${at}/back`, {})).status, 200);
      const { body } = await ask('GET', at);
      // Its lines are new ones in the book.
      for (const line of [...(before.lines ?? []), ...(body.lines ?? [])] as { id?: number }[])
        delete line.id;
      assert.deepEqual(body, before);
    }
    assert.deepEqual(await ticked(), ['laid out']);
    assert.equal((await ask('POST', `${app.url}/api/orders/999999/back`, {})).status, 404);

    const [shot] = await db.query(
      `SELECT l.order_id FROM allocations a JOIN line_parts p ON p.id = a.part_id
         JOIN order_lines l ON l.id = p.line_id LIMIT 1`,
    );
    await openDemoSession(app.url);
    for (const [at, why] of [
      [`${app.url}/api/orders/${String(shot!['order_id'])}`, /shot, packed or sent/],
      [`${app.url}/api/plans/1`, /taken to the bench/],
    ] as const) {
      const refused = await remove(at);
      assert.deepEqual([refused.status, refused.body.code], [409, 'still-used']);
      assert.match(refused.body.detail, why);
      assert.equal((await ask('GET', at)).status, 200);
    }
  },
);

test(
  'a session that was only opened is put back: its plan lies ready again and can go; one in which ' +
    'anything was done, taken back too, keeps its plan',
  async () => {
    const { input } = (await ask('GET', `${app.url}/api/plans/1`)).body as { input: object };
    const started = async () => {
      const made = await ask('POST', `${app.url}/api/plans`, { name: 'By mistake', day, input });
      const plan = made.body.id as number;
      const begun = { plan, event: v4(), at: Date.now(), by: 'bench' };
      const opened = await ask('POST', `${app.url}/api/sessions`, begun);
      return { plan, session: opened.body.session as number, begun };
    };
    const done = async (
      session: number,
      ...acts: { id?: string; kind: string; payload: object }[]
    ) => {
      const events = acts.map((act) => ({
        id: v4(),
        session,
        at: Date.now(),
        by: 'bench',
        v: EVENT_VERSION,
        ...act,
      }));
      const answer = await ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
      assert.deepEqual(answer.body.refused, []);
    };
    const found = async () =>
      ((await ask('GET', `${app.url}/api/find?q=by mistake`)).body as { kind: string }[]).map(
        ({ kind }) => kind,
      );
    // What the bench says of it is what the shop does.
    const untouched = async (session: number) => {
      const { snapshot, events } = (await ask('GET', `${app.url}/api/sessions/${session}`))
        .body as {
        snapshot: Snapshot;
        events: AnyEvent[];
      };
      return isUntouched(fold(snapshot, events));
    };
    const finished = { kind: 'finished', payload: {} };

    const first = await started();
    assert.deepEqual(await found(), ['session']);
    await done(first.session, finished);
    assert.equal(await untouched(first.session), true);
    assert.deepEqual(await found(), ['plan']);
    const again = await ask('POST', `${app.url}/api/sessions`, { ...first.begun, event: v4() });
    assert.notEqual(again.body.session, first.session);
    await done(again.body.session as number, finished);
    assert.equal((await remove(`${app.url}/api/plans/${first.plan}`)).status, 200);

    const other = await started();
    const woken = { id: v4(), kind: 'woken', payload: { cup: '1' } };
    const back = { kind: 'undone', payload: { event: woken.id } };
    await done(other.session, woken, back, finished);
    assert.equal(await untouched(other.session), false);
    assert.equal((await remove(`${app.url}/api/plans/${other.plan}`)).status, 409);
    assert.equal(
      (await ask('GET', `${app.url}/api/sessions/${other.session}`)).body.events.length,
      4,
    );
  },
);
