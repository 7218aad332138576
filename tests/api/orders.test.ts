import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v4 } from 'uuid';
import type { App } from './harness.ts';
import { ask, change, ownDatabase, serve } from './harness.ts';

let app: App;
before(async () => {
  const url = await ownDatabase('orders');
  app = await serve(url);
});
after(async () => {
  await app.stop();
  await (await import('@/store/database.ts')).closeDatabase();
});

const part = (bait: number, colourway: number, count: number) => ({ bait, colourway, count });
const order = (lines: object[]) => ({ customer: 'Pier Kiosk', note: '', lines });
const post = (body: unknown) => ask('POST', `${app.url}/api/orders`, body);
const mine = async () =>
  (
    (await ask('GET', `${app.url}/api/orders`)).body as {
      customer: string;
      id: number;
      order_id: number;
      count: number;
      promised: string;
      parts: object[];
    }[]
  ).filter((other) => other.customer === 'Pier Kiosk');

test('an order with a plain and an assorted line stands in the book by its promised day', async () => {
  const made = await post(
    order([
      { pack: 5, promised: '2031-03-02', parts: [part(1, 1, 20)] },
      {
        name: 'Mixed bag',
        pack: 6,
        promised: '2031-03-01',
        parts: [part(3, 5, 12), part(4, 7, 6)],
      },
    ]),
  );
  assert.equal(made.status, 201);
  const lines = await mine();
  assert.deepEqual(
    lines.map((line) => [line.promised, line.count, line.parts.length]),
    [
      ['2031-03-01', 18, 2],
      ['2031-03-02', 20, 1],
    ],
  );
});

test('lines change places and counts; one taken out goes', async () => {
  const [assorted, plain] = await mine();
  const saved = await change(
    `${app.url}/api/orders/${plain!.order_id}`,
    order([
      {
        id: assorted!.id,
        name: 'Mixed bag',
        pack: 6,
        promised: '2031-03-05',
        parts: [part(3, 5, 30)],
      },
      { pack: 1, promised: '2031-03-06', parts: [part(6, 8, 48)] },
    ]),
  );
  assert.deepEqual([saved.status, saved.body.kept], [200, []]);
  assert.deepEqual(
    (await mine()).map((other) => [other.promised, other.count]),
    [
      ['2031-03-05', 30],
      ['2031-03-06', 48],
    ],
  );
});

test('bad orders are refused with the field and a sentence', async () => {
  const bad: [object, RegExp, string][] = [
    [{ customer: ' ', lines: [] }, /who it is for/, 'customer'],
    [order([]), /at least one line/, 'lines'],
    [
      order([{ pack: 1, promised: '2031-02-30', parts: [part(1, 1, 5)] }]),
      /no such day|year-month-day/,
      'lines.0.promised',
    ],
    [
      order([{ pack: 1, promised: '2031-02-03', parts: [part(1, 1, 0)] }]),
      /At least one/,
      'lines.0.parts.0.count',
    ],
    [
      order([{ pack: 1, promised: '2031-02-03', parts: [part(1, 1, 2), part(1, 1, 3)] }]),
      /twice/,
      'lines.0.parts',
    ],
  ];
  for (const [body, sentence, field] of bad) {
    const reply = await post(body);
    assert.equal(reply.status, 422);
    assert.match(reply.body.detail, sentence);
    assert.equal(reply.body.field, field);
  }
});

test(
  'a file: each bad row has its reason, good rows are taken, and what is taken out ' +
    'comes in the same',
  async () => {
    const text =
      'Customer,Line,Bait,Colourway,Count,Pack,Promised\nReef Shop,,Slip eel 95,Rust bell ' +
      'over lamp oil,24,6,2/4/2031\nReef Shop,,Slip eal 95,Rust bell over lamp ' +
      'oil,24,6,2031-04-02\n,,Withy rag,Rust bell,ten,6,2031-04-31\nReef Shop,Pack,Withy ' +
      'rag,Rust bell,10,5,2031-04-03\nReef Shop,Pack,Culvert prawn,Cockle blush,10,5,2031-04-03\n';
    const seen = await ask('POST', `${app.url}/api/orders/file`, { text, take: false });
    assert.deepEqual(
      seen.body.rows.map((other: { wrong: string[] }) => other.wrong.length),
      [0, 1, 3, 0, 0],
    );
    assert.match(seen.body.rows[1].wrong[0], /no bait is called “Slip eal 95”/);
    assert.match(seen.body.rows[2].wrong.join(), /no customer.*“ten”.*“2031-04-31”/);
    const taken = await ask('POST', `${app.url}/api/orders/file`, { text, take: true });
    assert.deepEqual(taken.body, { orders: 1, rows: 3, left: 2 });
    const out = await (await fetch(`${app.url}/api/orders/file`)).text();
    const back = await ask('POST', `${app.url}/api/orders/file`, { text: out, take: false });
    assert.ok(back.body.rows.every((other: { wrong: string[] }) => other.wrong.length === 0));
    assert.equal(
      back.body.rows.filter(
        (other: { typed: { customer: string } }) => other.typed.customer === 'Reef Shop',
      ).length,
      3,
    );
  },
);

test(
  'what a file’s preview passes is taken: names, packs and counts the book would not ' +
    'hold are said first, long orders are split',
  async () => {
    const head = 'customer,line,bait,colourway,count,pack,promised\n';
    const row = (customer: string, line: string, count: number, pack: number) =>
      `${customer},${line},Slip eel 95,Rust bell over lamp oil,${count},${pack},2031-04-02\n`;
    const wrong =
      row('L'.repeat(121), '', 5, 1) +
      row('Reef', 'n'.repeat(81), 5, 1) +
      row('Reef', '', 100_001, 1) +
      row('Reef', '', 5, 20_000);
    const long =
      Array.from({ length: 203 }, (_, i) => row('Long Reef', '', i + 1, 1)).join('') +
      row('Long Reef', 'Pack', 60_000, 1) +
      row('Long Reef', 'Pack', 60_000, 1);
    const seen = await ask('POST', `${app.url}/api/orders/file`, {
      text: head + wrong + long,
      take: false,
    });
    const said: string[][] = seen.body.rows.map((other: { wrong: string[] }) => other.wrong);
    assert.deepEqual(
      said.slice(0, 4).map((words) => words.join()),
      [
        'customer: At most 120 letters.',
        'line: At most 80 letters.',
        'count: At most 100,000 baits.',
        'pack: A pack holds at most 10,000.',
      ],
    );
    assert.ok(said.slice(4).every((words) => words.length === 0));
    const taken = await ask('POST', `${app.url}/api/orders/file`, {
      text: head + wrong + long,
      take: true,
    });
    assert.deepEqual(taken.body, { orders: 2, rows: 205, left: 4 });
  },
);

test('a file of another shop: its columns are said once, and known of the next with that head', async () => {
  const file = (text: string, take: boolean, columns?: object) =>
    ask('POST', `${app.url}/api/orders/file`, { text, take, columns });
  const head = 'Ref,Purchaser,What,Shade,Qty,Wanted on\n';
  const row = (nth: number) => `A-${nth},Far Reef,Withy rag,Rust bell,${nth},2031-05-0${nth}\n`;
  const first = (await file(head + row(2), false)).body;
  assert.deepEqual(first.head, ['Ref', 'Purchaser', 'What', 'Shade', 'Qty', 'Wanted on']);
  assert.equal(first.rows, null);
  assert.deepEqual(first.columns, { count: 'Qty' }, 'what a heading tells is taken');
  const refused = await file(head + row(2), true);
  assert.equal(refused.status, 422);
  assert.match(refused.body.detail, /Missing: customer, bait, colourway, promised/);
  const columns = {
    ...{ customer: 'Purchaser', bait: 'What', colourway: 'Shade', count: 'Qty' },
    promised: 'Wanted on',
  };
  assert.deepEqual((await file(head + row(2), true, columns)).body, {
    orders: 1,
    rows: 1,
    left: 0,
  });
  const next = (await file(head + row(3), false)).body;
  assert.deepEqual(next.columns, columns);
  assert.deepEqual(next.rows[0].wrong, []);
  const gone = (await file(head + row(4), false, { ...columns, bait: 'Thing' })).body;
  assert.equal(gone.rows, null, 'a heading the file does not have is none');
  assert.equal(gone.columns.bait, undefined);
});

test('a file without a head, or with nothing good in it, changes nothing', async () => {
  assert.match(
    (await ask('POST', `${app.url}/api/orders/file`, { text: 'a,b\n1,2', take: true })).body.detail,
    /Missing: customer/,
  );
  assert.match(
    (
      await ask('POST', `${app.url}/api/orders/file`, {
        text: 'customer,bait,colourway,count,promised\nx,y,z,1,2031-01-01',
        take: true,
      })
    ).body.detail,
    /Nothing was changed/,
  );
});

test('cured baits are packed and sent, once, and never more than are there', async () => {
  const { row } = await import('@/store/query.ts');
  const line = (await row<{ line_id: number; n: number }>(
    `SELECT p.line_id, sum(a.count)::int AS n FROM allocations a JOIN line_parts p ON p.id =
      a.part_id JOIN order_lines l ON l.id = p.line_id WHERE a.cured_at < now() AND NOT l.closed
      GROUP BY 1 LIMIT 1`,
  ))!;
  const move = (kind: string, count: number, cause = v4()) =>
    ask('POST', `${app.url}/api/lines/${line.line_id}/moves`, { kind, count, cause });
  assert.match((await move('packed', line.n + 1)).body.detail, new RegExp(`Only ${line.n} cured`));
  const cause = v4();
  await move('packed', line.n, cause);
  assert.match((await move('sent', line.n + 1)).body.detail, new RegExp(`Only ${line.n} packed`));
  assert.equal((await move('sent', line.n)).status, 201);
});
