import assert from 'node:assert/strict';
import { test } from 'node:test';
import { benchTimes, pairsOn, USUAL_CALENDAR } from '@/core/ahead/index.ts';

const HOUR = 3_600_000;

test('times at the bench: the week as it goes, days that go otherwise, what is left of one begun', () => {
  // A Monday, at noon.
  const monday = new Date(2026, 10, 30, 12, 0);
  const calendar = {
    ...USUAL_CALENDAR,
    days: [
      { day: '2026-12-01', at: null },
      { day: '2026-12-02', at: { from: '08:00', to: '09:30', pairs: 2 } },
    ],
  };
  assert.deepEqual(
    benchTimes(USUAL_CALENDAR, monday, 7).map(({ day }) => day),
    ['2026-12-01', '2026-12-03', '2026-12-05'],
  );
  assert.deepEqual(
    benchTimes(calendar, monday, 7).map(({ day, from, to, pairs }) => [
      day,
      (to - from) / HOUR,
      pairs,
    ]),
    [
      ['2026-12-02', 1.5, 2],
      ['2026-12-03', 3.5, 1],
      ['2026-12-05', 4, 1],
    ],
  );
  assert.deepEqual(
    ['2026-12-01', '2026-12-02', '2026-12-03'].map((day) => pairsOn(calendar, day)),
    [1, 2, 1],
  );
  const begun = benchTimes(USUAL_CALENDAR, new Date(2026, 11, 1, 21, 30), 1);
  assert.equal((begun[0]!.to - begun[0]!.from) / HOUR, 1);
  assert.deepEqual(benchTimes(USUAL_CALENDAR, new Date(2026, 11, 1, 23, 0), 1), []);
});
