import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Column } from '@/core/order/index.ts';
import {
  absentIn,
  COLUMNS,
  fitting,
  guessColumns,
  OrderSchema,
  readDay,
  readRows,
  toOrders,
  underColumns,
} from '@/core/order/index.ts';

test('days as people write them; days that are not are refused', () => {
  assert.deepEqual(['2026-12-01', '1/12/2026', '01.12.2026', ' 2026-2-3 '].map(readDay), [
    '2026-12-01',
    '2026-12-01',
    '2026-12-01',
    '2026-02-03',
  ]);
  assert.deepEqual(
    ['2026-02-30', '31/4/2026', 'Tuesday', '', '12/31/2026', '2026-13-01'].map(readDay),
    [null, null, null, null, null, null],
  );
});

const baits = new Map([
  ['eel', 1],
  ['prawn', 2],
]);
const ways = new Map([['moss', 1]]);
const row = (over: object) => ({
  customer: 'A',
  line: '',
  bait: 'Eel',
  colourway: 'Moss',
  count: '6',
  pack: '2',
  promised: '2026-12-01',
  usable: '',
  ...over,
});

test('rows: each thing wrong is named; capitals do not matter; pack may be left out', () => {
  const read = readRows(
    [
      row({}),
      row({ pack: '' }),
      row({ count: '0' }),
      row({ count: '2.5' }),
      row({ bait: 'cod', promised: 'soon', customer: '' }),
      row({ usable: 'Yes' }),
      row({ usable: 'perhaps' }),
    ],
    baits,
    ways,
  );
  assert.deepEqual(
    read.map((readRow) => readRow.wrong.length),
    [0, 0, 1, 1, 3, 0, 1],
  );
  assert.deepEqual(read[1]!.part?.pack, 1);
  assert.deepEqual([read[1]!.part?.usable, read[5]!.part?.usable], [false, true]);
  assert.match(read[6]!.wrong[0]!, /usable is yes or no, not “perhaps”/);
  assert.deepEqual(
    read.map((readRow) => readRow.row),
    [2, 3, 4, 5, 6, 7, 8],
  );
});

test('good rows become orders: a customer once, a named line together, the same bait in it added up', () => {
  const read = readRows(
    [
      row({}),
      row({}),
      row({ line: 'Mixed' }),
      row({ line: 'Mixed', bait: 'prawn' }),
      row({ line: 'Mixed', count: '4' }),
      row({ customer: 'B' }),
    ],
    baits,
    ways,
  );
  const orders = toOrders(read);
  assert.deepEqual(
    orders.map((order) => [order.customer, order.lines.length]),
    [
      ['A', 3],
      ['B', 1],
    ],
  );
  assert.deepEqual(
    orders[0]!.lines[2]!.parts.map((part) => [part.bait, part.count]),
    [
      [1, 10],
      [2, 6],
    ],
  );
  for (const order of orders) assert.ok(OrderSchema.safeParse(order).success);
});

test('property: no heading is guessed for two columns, and rows keep what stood under theirs', () => {
  const words = [
    'customer',
    'Qty',
    'Product',
    'colour',
    'Due',
    'name',
    'NAME ',
    'date',
    'x',
    'count',
  ];
  fc.assert(
    fc.property(fc.uniqueArray(fc.constantFrom(...words)), (head) => {
      const columns = guessColumns(head);
      const taken = Object.values(columns);
      assert.equal(new Set(taken).size, taken.length);
      assert.ok(taken.every((heading) => head.includes(heading)));
      for (const own of COLUMNS) if (head.includes(own)) assert.equal(columns[own], own);
      assert.deepEqual(fitting(columns, head), columns);
      const louder = Object.fromEntries(
        Object.entries(columns).map(([column, heading]) => [column, heading.toUpperCase()]),
      );
      assert.deepEqual(
        Object.keys(fitting(louder, head)),
        Object.keys(columns),
        'in whatever case they were said',
      );
      const row = Object.fromEntries(head.map((heading) => [heading, `under ${heading}`]));
      const [under] = underColumns([row], columns);
      for (const [column, heading] of Object.entries(columns))
        assert.equal(under![column as Column], `under ${heading}`);
      assert.deepEqual(
        absentIn(columns).filter((column) => columns[column] !== undefined),
        [],
      );
    }),
  );
  assert.deepEqual(guessColumns(['Quantity', 'Item', 'Color', 'Buyer', 'Ship by']), {
    ...{ count: 'Quantity', bait: 'Item', colourway: 'Color', customer: 'Buyer' },
    promised: 'Ship by',
  });
});
