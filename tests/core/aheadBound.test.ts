import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { layBook, outcomeOf } from '@/core/ahead/index.ts';
import { boundOf } from '@/core/ahead/bound.ts';
import { fewestLate } from '@/core/ahead/fewestLate.ts';
import { mostServed } from '@/core/ahead/leastWork.ts';
import { SUREST } from '@/core/plan/surest.ts';
import { baitsToShoot } from '@/core/yield/index.ts';
import { bookOf } from '../../scripts/bench/plan/books.ts';
import { byHabit } from '../../scripts/bench/plan/habit.ts';
import { near } from '../near.ts';

/** The fewest late over every order there is. */
function triedAll(jobs: readonly { seconds: number; room: number }[]): number {
  if (jobs.length === 0) return 0;
  let fewest = jobs.length;
  for (let set = 0; set < 2 ** jobs.length; set++) {
    const inTime = jobs
      .filter((_, nth) => set & (1 << nth))
      .sort((one, other) => one.room - other.room);
    let at = 0;
    if (inTime.every(({ seconds, room }) => (at += seconds) <= room + 1e-9))
      fewest = Math.min(fewest, jobs.length - inTime.length);
  }
  return fewest;
}

test('property: the fewest late are as few as any choice of those in time leaves', () => {
  const job = fc.record({
    seconds: fc.integer({ min: 1, max: 9 }),
    room: fc.integer({ min: 0, max: 30 }),
  });
  fc.assert(
    fc.property(fc.array(job, { maxLength: 8 }), (jobs) => {
      assert.equal(fewestLate(jobs), triedAll(jobs));
    }),
    { numRuns: 200, seed: 1 },
  );
});

test('property: however baits are parted into jobs, their shots serve no more each than is said', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 }),
      fc.double({ min: 0.5, max: 1, noNaN: true }),
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom(0.5, 0.8, 0.95),
      (jobs, share, cavities, confidence) => {
        const guess = { share, strength: 20 };
        const most = jobs.reduce((sum, one) => sum + one, 0);
        const served = mostServed(guess, { cavities, most, confidence });
        const shots = jobs.map((baits) => baitsToShoot(baits, guess, confidence));
        if (shots.some((baits) => baits === null)) return;
        const all = shots.reduce<number>((sum, baits) => sum + Math.ceil(baits! / cavities), 0);
        assert.ok(all * served >= most - 1e-9, `${all} shots for ${most}, ${served} each`);
      },
    ),
    { numRuns: 60, seed: 2 },
  );
  near(
    mostServed({ share: 1, strength: 20 }, { cavities: 8, most: 24, confidence: 0.8 }),
    8,
    1e-12,
  );
});

test('no layout of a book does better than its bound: neither the planner’s nor what habit lays', () => {
  let closest = 1;
  let late = 0;
  for (let seed = 1; seed <= 12; seed++) {
    const book = bookOf(seed, { lines: 3 + 2 * (seed % 4), evenings: 1 + (seed % 3) });
    for (const laid of [layBook(book), byHabit(book, 'by chance').laid]) {
      const bound = boundOf(book, laid);
      const so = outcomeOf(laid, book);
      assert.ok(so.seconds >= bound.seconds - 1e-6, `${so.seconds} s under ${bound.seconds}`);
      assert.ok(so.late >= bound.late, `${so.late} late under ${bound.late}`);
      closest = Math.min(closest, 1 - bound.seconds / Math.max(1, so.seconds));
      late += bound.late;
    }
  }
  assert.ok(closest < 0.4, `it says something: ${closest}`);
  assert.ok(late > 0, 'of promises too');
});

test('where a shop wants to be surer than any job is planned, the bound is of what is planned', () => {
  const book = bookOf(3, { lines: 3, evenings: 3 });
  const sure = { ...book, defaults: { ...book.defaults, confidence: 0.99999 } };
  const laid = layBook(sure);
  const [hands, as] = [boundOf(sure, laid), outcomeOf(laid, sure)];
  const planned = { ...book, defaults: { ...book.defaults, confidence: SUREST } };
  assert.ok(as.seconds > 0 && hands.seconds <= as.seconds);
  assert.equal(hands.seconds, boundOf(planned, laid).seconds);
});
