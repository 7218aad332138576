import assert from 'node:assert/strict';
import { test } from 'node:test';
import { judgeAll } from '@/service/judge.ts';
import type { JudgedDevice } from '@/service/judge.ts';

const NOW = Date.UTC(2026, 10, 20, 19);
const HOUR = 3_600_000;

/** A probe in a cup whose last reading was taken, and written into the log, at a moment. */
const probe = (last: number): JudgedDevice => ({
  kind: 'thermometer',
  lastAt: new Date(last),
  lastValue: 158,
  binding: { targetKind: 'cup', sentAt: new Date(last), sentValue: 158 },
});
/** Still readings, a second apart up to now. */
const still = Array.from({ length: 6 }, (_, i) => ({ value: 163, at: NOW - (5 - i) * 1000 }));
const flags = (device: JudgedDevice, list: { value: number; at?: number }[]) =>
  judgeAll(device, list, { now: NOW, lead: 0, room: 20, away: false }).judged.map(
    ({ flag }) => flag,
  );

test('the shop’s clock put back by three hours: what was read before is no measure of what is read now', () => {
  const ahead = probe(NOW + 3 * HOUR);
  assert.deepEqual(flags(ahead, still), Array(6).fill(null));
  assert.ok(
    judgeAll(ahead, still, { now: NOW, lead: 0, room: 20, away: false }).tell.length > 0,
    'and a probe that stands still is written into the log again',
  );
  // With the clock as it was, what is older than the last is still told from it.
  const late = [{ value: 163, at: NOW - 90_000 }];
  assert.deepEqual(flags(probe(NOW - 30_000), late), ['backwards']);
  assert.deepEqual(flags(probe(NOW - HOUR), still), Array(6).fill(null));
});
