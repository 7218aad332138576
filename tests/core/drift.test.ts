import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normal, seeded } from '@/core/chance.ts';
import {
  bandOf,
  bandsOf,
  drifted,
  HEAT_BANDS,
  METAL_BANDS,
  type Off,
  sharesOff,
} from '@/core/yield/index.ts';
import { near } from '../near.ts';

const offBy = (scores: readonly number[]): Off[] =>
  scores.map((score, nth) => ({ session: nth + 1, at: nth, score }));
/** Figures until it is said, and in which session it then says it began. */
function until(chance: () => number, shift: number): { run: number; since: number } {
  // The sums alone go on from figure to figure: asked anew of ever more it would take for ever.
  const scores: number[] = [];
  let [up, down] = [0, 0];
  while (Math.max(up, down) < 5) {
    const score = normal(chance, shift, 1);
    scores.push(score);
    up = Math.max(0, up + score - 0.5);
    down = Math.max(0, down - score - 0.5);
  }
  const found = drifted(offBy(scores));
  assert.ok(found, 'said where its sum reaches five');
  assert.equal(drifted(offBy(scores.slice(0, -1))), null, 'and not a figure sooner');
  return { run: scores.length, since: found.since };
}

test('it is wrong once in 465, and finds one spread after 10.4, as published', () => {
  const chance = seeded(3);
  const mean = (shift: number, lives: number) =>
    Array.from({ length: lives }, () => until(chance, shift).run).reduce(
      (sum, one) => sum + one,
      0,
    ) / lives;
  near(mean(0, 1500) / 465, 1, 0.08);
  near(mean(1, 3000), 10.4, 0.4);
});

test('what comes back is no longer said, however bad it was', () => {
  const bad = [0, 0.2, -0.3, 0.1, 9, 12, 11];
  const found = drifted(offBy(bad));
  assert.deepEqual(found, { since: 5, way: 'up' });
  assert.equal(drifted(offBy([...bad, -0.2, 0.1, -0.4, -0.1]))?.way ?? null, null);
  assert.equal(drifted(offBy(bad.map((one) => -one)))!.way, 'down');
});

test('shares are held to their own rule, with sessions that differ as they do', () => {
  const session = (bad: number, nth: number) => ({ session: nth + 1, at: nth, bad, shot: 100 });
  assert.deepEqual(sharesOff([5, 5, 5].map(session)), []);
  const calm = sharesOff([5, 4, 6, 5, 4, 6, 5, 4, 22, 24].map(session));
  assert.ok(calm.at(-1)!.score > 5 && Math.abs(calm[0]!.score) < 1);
  const wild = sharesOff([1, 20, 4, 18, 2, 22, 1, 19, 22, 24].map(session));
  assert.ok(wild.at(-1)!.score < 2.5, 'where sessions always differed it is nothing new');
});

test('a figure lies in one band, the one it begins at its own', () => {
  assert.deepEqual(
    [29.9, 30, 38, 60].map((at) => bandOf(METAL_BANDS, at)),
    ['cold', 'cool', 'warm', 'hot'],
  );
  assert.equal(bandOf(HEAT_BANDS, 180), 'over');
  assert.deepEqual(bandsOf({ heat: 165, metal: null, place: 3 }, 2), {
    heat: 'usual',
    metal: null,
    place: 'later',
    when: 'first',
  });
});
