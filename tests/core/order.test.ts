import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { progress, readiness } from '@/core/order/index.ts';

const HOUR = 3_600_000;
const END = Date.UTC(2026, 11, 5, 23, 59, 59);

test('property: the states of a line always add up to its count, and none is below nothing', () => {
  const arbitrary = fc.integer({ min: 0, max: 300 });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 200 }),
      arbitrary,
      arbitrary,
      arbitrary,
      arbitrary,
      arbitrary,
      (count, allotted, cured, packed, sent, tonight) => {
        const other = progress(
          {
            count,
            allotted,
            cured: Math.min(cured, allotted),
            packed,
            sent: Math.min(sent, packed),
          },
          tonight,
        );
        assert.ok(
          Object.values(other).every((value) => value >= 0 && Number.isInteger(value)),
          JSON.stringify(other),
        );
        assert.equal(
          Object.values(other).reduce((made, next) => made + next, 0),
          count,
        );
      },
    ),
  );
});

test('by hand: 48 wanted, 20 sent of 24 packed, 30 allotted of which 26 cured, 10 on the bench', () => {
  assert.deepEqual(progress({ count: 48, allotted: 30, cured: 26, packed: 24, sent: 20 }, 10), {
    sent: 20,
    packed: 4,
    cured: 2,
    curing: 4,
    shot: 10,
    toShoot: 8,
  });
});

test('readiness: what is left must be shot a cure before the end of its day', () => {
  const progress = (toShoot: number, shot: number, curing: number) => ({
    sent: 0,
    packed: 0,
    cured: 0,
    curing,
    shot,
    toShoot,
  });
  const by = END - 24 * HOUR;
  assert.deepEqual(
    readiness(progress(8, 0, 0), {
      curedAt: null,
      promisedEnd: END,
      cure: 24,
      now: by - 72 * HOUR,
    }),
    {
      verdict: 'good',
      at: by,
      what: 'shoot-by',
    },
  );
  assert.equal(
    readiness(progress(8, 0, 0), { curedAt: null, promisedEnd: END, cure: 24, now: by - HOUR })
      .verdict,
    'watch',
  );
  assert.deepEqual(
    readiness(progress(8, 0, 0), { curedAt: null, promisedEnd: END, cure: 24, now: by + 1 }),
    {
      verdict: 'stop',
      at: by + 1 + 24 * HOUR,
      what: 'too-late',
    },
  );
  assert.equal(
    readiness(progress(0, 8, 0), { curedAt: null, promisedEnd: END, cure: 24, now: by + 1 }).what,
    'late',
  );
  assert.deepEqual(
    readiness(progress(0, 0, 8), { curedAt: END - HOUR, promisedEnd: END, cure: 24, now: by }),
    {
      verdict: 'good',
      at: END - HOUR,
      what: 'ready',
    },
  );
  assert.equal(
    readiness(progress(0, 0, 8), { curedAt: END + HOUR, promisedEnd: END, cure: 24, now: by })
      .verdict,
    'stop',
  );
  assert.equal(
    readiness(progress(0, 0, 0), { curedAt: END - 99 * HOUR, promisedEnd: END, cure: 24, now: by })
      .what,
    'done',
  );
});
