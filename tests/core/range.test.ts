import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import * as z from 'zod';
import { MouldSchema } from '@/core/mould/index.ts';
import { rangeOf } from '@/core/range.ts';
import { ShopSchema } from '@/core/shop.ts';

test('a form takes its ranges from the schema, its own ends where the schema is wider', () => {
  assert.deepEqual(rangeOf(ShopSchema, ['window', 'low']), { min: 100, max: 200 });
  assert.deepEqual(rangeOf(ShopSchema, ['good']), { min: 0.05, max: 1 });
  // More than nothing is no least figure: what is typed is checked when it is saved.
  assert.deepEqual(rangeOf(MouldSchema, ['mass']), {});
  assert.deepEqual(rangeOf(MouldSchema, ['width']), { max: 3000 });
  // Behind what makes it optional or gives it a default, too.
  assert.deepEqual(rangeOf(MouldSchema, ['life']), { min: 1, max: 100_000, whole: true });
  assert.deepEqual(rangeOf(MouldSchema, ['rod', 'bore']), { min: 0.5, max: 60 });
  assert.throws(() => rangeOf(MouldSchema, ['name']), /is no number/);
  assert.throws(() => rangeOf(MouldSchema, ['weight']), /No weight/);
});

test('property: what a range lets in, its schema takes', () => {
  const ends = fc
    .tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 0, max: 500 }))
    .map(([low, wide]) => ({ low, high: low + wide }));
  fc.assert(
    fc.property(
      ends,
      fc.boolean(),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (end, whole, at) => {
        const number = z.number().min(end.low).max(end.high);
        const schema = z.object({ it: (whole ? number.int() : number).nullable().default(null) });
        const { min, max, whole: wants } = rangeOf(schema, ['it']);
        const exact = min! + at * (max! - min!);
        assert.ok(schema.safeParse({ it: wants ? Math.round(exact) : exact }).success);
        assert.ok(!schema.safeParse({ it: max! + 1 }).success);
      },
    ),
  );
});
