import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import pg from 'pg';
import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { ask, event, openDemoSession, ownDatabase, serve } from './harness.ts';

let app: App;
let session = 0;
const db = {
  query: async (sql: string, bind: unknown[] = []) => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await client.connect();
    try {
      return (await client.query(sql, bind)).rows as Record<string, unknown>[];
    } finally {
      await client.end();
    }
  },
};
before(async () => {
  // One connection for everything: whoever asks for a second while holding it waits for himself.
  app = await serve(await ownDatabase('faults'), { DATABASE_POOL: '1' });
  session = await openDemoSession(app.url);
});
after(() => app.stop());

const note = (text: string, over: object = {}) =>
  event(session, 'noted', { mould: '1', text }, over);
const post = (events: unknown[]) =>
  ask('POST', `${app.url}/api/sessions/${session}/events`, { events });
const logged = async () =>
  (await ask('GET', `${app.url}/api/sessions/${session}/events?after=0`)).body as {
    id: string;
    seq: number;
    payload: { text?: string };
  }[];

test(
  'ten instruments and twelve benches at once, on one connection: nobody waits for ' +
    'himself, and health goes on answering',
  async () => {
    const device = (
      await ask('POST', `${app.url}/api/devices`, { name: 'Long probe', kind: 'thermometer' })
    ).body as { id: number; key: string };
    await ask('PUT', `${app.url}/api/devices/${device.id}/binding`, {
      session,
      target: { kind: 'cup', key: '1' },
    });
    const send = (i: number) =>
      fetch(`${app.url}/api/devices/readings`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${device.key}` },
        body: JSON.stringify({ readings: [{ value: 150 + i, at: Date.now() + i }] }),
      }).then((response) => response.status);
    const began = Date.now();
    const [sent, appended, health] = await Promise.all([
      Promise.all(Array.from({ length: 10 }, (_, i) => send(i))),
      Promise.all(Array.from({ length: 12 }, (_, i) => post([note(`at once ${i}`)]))),
      ask('GET', `${app.url}/api/health`),
    ]);
    assert.deepEqual([...new Set(sent)], [200]);
    assert.deepEqual([...new Set(appended.map((reply) => reply.status))], [200]);
    assert.equal(health.status, 200);
    assert.ok(Date.now() - began < 8000, `${Date.now() - began} ms`);
    const log = await logged();
    assert.deepEqual(
      log.map((event) => event.seq),
      log.map((_, i) => i + 1),
    );
  },
);

test('an append that fails while a page is read leaves nothing behind that was never stored', async () => {
  const before = (await logged()).length;
  await db.query(`CREATE FUNCTION full_disk() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM
    pg_sleep(0.6); RAISE EXCEPTION 'no space left' USING ERRCODE = '53100'; END $$;
                  CREATE TRIGGER full_disk BEFORE UPDATE ON sessions FOR EACH ROW EXECUTE FUNCTION full_disk()`);
  const lost = note('never stored');
  // Two connections: a page is read while the append is under way.
  const second = await serve(process.env.DATABASE_URL!);
  try {
    await ask('GET', `${second.url}/api/sessions/${session}`);
    const failing = ask('POST', `${second.url}/api/sessions/${session}/events`, { events: [lost] });
    const beside = await (await fetch(`${second.url}/api/sessions/${session}`)).text();
    const failed = await failing;
    assert.equal(failed.status, 503);
    assert.match(failed.body.detail, /kept on this bench/);
    await db.query('DROP TRIGGER full_disk ON sessions; DROP FUNCTION full_disk()');
    for (const read of [
      beside,
      await (await fetch(`${second.url}/api/sessions/${session}`)).text(),
    ])
      assert.ok(!read.includes(lost.id), 'a phantom');
    const again = await ask('POST', `${second.url}/api/sessions/${session}/events`, {
      events: [lost],
    });
    assert.deepEqual(again.body.accepted, [{ id: lost.id, seq: before + 1 }]);
  } finally {
    await second.stop();
  }
});

test(
  'one act the shop cannot work with holds up nobody else: it is set aside as it was ' +
    'sent, with why',
  async () => {
    const [broken, misled, good] = [
      note('half of \ud83d a character, and a \u0000'),
      event(session, 'noted', { mould: 'abc', text: 'of no mould' }),
      note('goes on'),
    ];
    const sent = await post([broken, misled, good]);
    assert.equal(sent.status, 200, JSON.stringify(sent.body));
    assert.deepEqual(
      sent.body.accepted.map((other: { id: string }) => other.id),
      [broken.id, good.id],
    );
    assert.equal(sent.body.refused.length, 1);
    const log = await logged();
    assert.equal(
      log.find((event) => event.id === broken.id)!.payload.text,
      'half of \ufffd a character, and a \ufffd',
    );
    assert.ok(log.some((event) => event.id === good.id));
  },
);

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
    assert.deepEqual(packed.map((reply) => reply.status).sort(), [201, 409, 409, 409, 409, 409]);
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
