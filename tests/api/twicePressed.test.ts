import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';

import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { ask, db, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let session = 0;
before(async () => {
  // One connection for everything: whoever asks for a second while holding it waits for himself.
  app = await serve(await ownDatabase('twice_pressed'), { DATABASE_POOL: '1' });
  session = await openDemoSession(app.url);
});
after(() => app.stop());

test('a double click packs once; more than is there is never packed, however many press at once', async () => {
  const [line] = await db.query(
    `SELECT l.id, l.count FROM (SELECT p.line_id AS id, sum(p.count)::int AS count FROM
      line_parts p JOIN order_lines o ON o.id = p.line_id WHERE NOT o.closed GROUP BY 1) l ORDER
      BY count DESC LIMIT 1`,
  );
  const part = (
    await db.query('SELECT id FROM line_parts WHERE line_id = $1 LIMIT 1', [line!.id])
  )[0]!.id;
  await db.query('DELETE FROM line_moves WHERE line_id = $1', [line!.id]);
  await db.query(
    'DELETE FROM allocations WHERE part_id IN (SELECT id FROM line_parts WHERE line_id = $1)',
    [line!.id],
  );
  await db.query(
    `INSERT INTO allocations (at, part_id, count, cured_at, session_id, cause) VALUES (now() -
      interval '1 day', $1, 32, now() - interval '1 hour', $2, gen_random_uuid())`,
    [part, session],
  );
  const wide = await serve(process.env.DATABASE_URL!);
  const move = (body: object) =>
    ask('POST', `${wide.url}/api/lines/${String(line!.id)}/moves`, body);
  const sum = async (kind: string) =>
    Number(
      (
        await db.query(
          'SELECT coalesce(sum(count), 0)::int AS n FROM line_moves WHERE line_id = $1 AND kind = $2',
          [line!.id, kind],
        )
      )[0]!.n,
    );
  try {
    const packed = await Promise.all(
      Array.from({ length: 6 }, () => move({ kind: 'packed', count: 30, cause: v4() })),
    );
    assert.deepEqual(
      packed.map((reply) => reply.status).sort((one, other) => one - other),
      [201, 409, 409, 409, 409, 409],
    );
    assert.equal(await sum('packed'), 30);
    // The answer was lost: it is sent again, and again.
    const cause = v4();
    for (let i = 0; i < 3; i++)
      assert.equal((await move({ kind: 'sent', count: 15, cause })).status, 201);
    assert.equal(await sum('sent'), 15);
    assert.equal(
      (await db.query('SELECT closed FROM order_lines WHERE id = $1', [line!.id]))[0]!.closed,
      false,
    );
  } finally {
    await wide.stop();
  }
});

test(
  'a request sent again with its key is answered as it was and done once; refused, it ' +
    'changes nothing and may come again',
  async () => {
    const wide = await serve(process.env.DATABASE_URL!);
    try {
      const order = {
        customer: 'Capstan Tackle',
        note: '',
        lines: [
          {
            name: '',
            pack: 1,
            promised: '2031-05-01',
            parts: [{ bait: 1, colourway: 1, count: 12 }],
          },
        ],
      };
      const key = { 'idempotency-key': v4() };
      const same = await Promise.all(
        Array.from({ length: 5 }, () => ask('POST', `${wide.url}/api/orders`, order, key)),
      );
      assert.deepEqual(
        [...new Set(same.map((reply) => `${reply.status} ${String(reply.body.id)}`))],
        [`201 ${String(same[0]!.body.id)}`],
      );
      assert.equal(
        (await db.query(`SELECT id FROM orders WHERE customer = 'Capstan Tackle'`)).length,
        1,
      );
      assert.equal(
        (await ask('POST', `${wide.url}/api/orders`, { ...order, note: 'another' }, key)).body.code,
        'key-reused',
      );
      const late = { 'idempotency-key': v4() };
      assert.equal(
        (await ask('POST', `${wide.url}/api/orders`, { ...order, customer: '' }, late)).status,
        422,
      );
      assert.equal(
        (
          await ask(
            'POST',
            `${wide.url}/api/orders`,
            { ...order, customer: 'Capstan Tackle' },
            { 'idempotency-key': v4() },
          )
        ).status,
        201,
      );
      const opened = await Promise.all(
        Array.from({ length: 6 }, () =>
          ask('POST', `${wide.url}/api/sessions`, {
            plan: 1,
            event: v4(),
            at: Date.now(),
            by: 'bench',
          }),
        ),
      );
      assert.deepEqual([...new Set(opened.map((reply) => reply.body.session))], [session]);
    } finally {
      await wide.stop();
    }
  },
);

test('nobody saves over what he has not seen: order, plan, mould, mix and shop say what is there now', async () => {
  const order = await ask('POST', `${app.url}/api/orders`, {
    customer: 'Lantern Quay Angling',
    note: '',
    lines: [
      { name: '', pack: 1, promised: '2031-06-01', parts: [{ bait: 1, colourway: 1, count: 12 }] },
    ],
  });
  for (const path of [
    `orders/${String(order.body.id)}`,
    'catalogue/moulds/1',
    'catalogue/mixes/1',
    'shop',
  ]) {
    const url = `${app.url}/api/${path}`;
    const { body, etag } = await ask('GET', url);
    const held = (path.startsWith('catalogue') ? body.spec : body) as Record<string, unknown>;
    const field = 'note' in held ? 'note' : 'name';
    const first = await ask('PUT', url, { ...held, [field]: 'first' }, { 'if-match': etag! });
    assert.equal(first.status, 200, `${path}: ${JSON.stringify(first.body)}`);
    const second = await ask('PUT', url, { ...held, [field]: 'second' }, { 'if-match': etag! });
    assert.equal(second.status, 409, path);
    assert.equal(second.body.code, 'changed');
    assert.equal(second.body.now.value[field], 'first');
    assert.equal((await ask('PUT', url, { ...held, [field]: 'blind' })).status, 428);
    assert.equal(
      (
        await ask(
          'PUT',
          url,
          { ...held, [field]: 'second' },
          { 'if-match': `"${String(second.body.now.version)}"` },
        )
      ).status,
      200,
    );
  }
});
