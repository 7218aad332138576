import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { PartNow } from '@/core/plan/index.ts';
import { asBookNow, changedInBook, draftPlan, forShelf, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { DEFAULTS, SHELF, WANTED as ONE_JOB } from '../demoPlan.ts';

const WANTED = [
  ...ONE_JOB,
  { ...ONE_JOB[0]!, part: 3, line: 3, colourway: 2, due: '2026-11-29' },
  { ...ONE_JOB[0]!, part: 4, line: 3, bait: 2, colourway: 3, count: 8 },
];
const PLANNED = draftPlan(SHELF, WANTED, DEFAULTS);
const STILL = WANTED.map(({ part, for: who, due, count }) => ({
  part,
  for: who,
  due,
  rest: count,
}));

/** What becomes of a part of the book: gone, so many left, another day. */
const became = fc.record({
  part: fc.constantFrom(...WANTED.map(({ part }) => part)),
  rest: fc.option(fc.integer({ min: -3, max: 30 }), { nil: undefined }),
  due: fc.option(fc.constantFrom('2026-11-27', '2026-12-01', '2026-12-24'), { nil: undefined }),
});
const bookAfter = (changes: { part: number; rest?: number; due?: string }[]): PartNow[] =>
  STILL.flatMap((part) => {
    const own = changes.find((change) => change.part === part.part);
    if (!own) return [part];
    return own.rest === undefined ? [] : [{ ...part, rest: own.rest, due: own.due ?? part.due }];
  });

test('a plan whose book is as it was has nothing told, and is left as it is', () => {
  assert.deepEqual(changedInBook(PLANNED, STILL), []);
  assert.deepEqual(asBookNow(PLANNED, STILL, SHELF), PLANNED);
  // Half a line may be planned elsewhere: one that wants more than is planned is none.
  const more = STILL.map((part) => ({ ...part, rest: part.rest + 40 }));
  assert.deepEqual(changedInBook(PLANNED, more), []);
});

test('what became otherwise is told line by line; taken over, none is told, and no more is shot than is left', () => {
  fc.assert(
    fc.property(fc.array(became, { maxLength: 4 }), (changes) => {
      const book = bookAfter(changes);
      const told = changedInBook(PLANNED, book);
      for (const wanted of WANTED) {
        const now = book.find(({ part }) => part === wanted.part);
        const otherwise = !now || now.rest < wanted.count || now.due !== wanted.due;
        assert.equal(
          told.some(({ served }) => served.part === wanted.part),
          otherwise,
        );
      }
      const after = asBookNow(PLANNED, book, SHELF);
      assert.deepEqual(changedInBook(after, book), []);
      const served = after.jobs.flatMap(({ lines }) => lines);
      for (const { part, rest, due } of book) {
        const own = served.find((line) => line.part === part);
        const planned = WANTED.find((wanted) => wanted.part === part)!.count;
        assert.equal(own?.count ?? 0, Math.max(0, Math.min(planned, rest)));
        if (own) assert.equal(own.due, due);
      }
      assert.ok(after.jobs.every(({ lines }) => lines.length > 0));
      for (const { lines } of after.jobs)
        assert.deepEqual(
          lines.map(({ due }) => due),
          lines.map(({ due }) => due).sort(),
        );
      if (after.jobs.length > 0) assert.equal(planSession(after, METRIC).ok, true);
    }),
    { numRuns: 60 },
  );
});

test('what is shot for the shelf stays, whatever becomes of the book', () => {
  const both = forShelf(PLANNED, { bait: 3, colourway: 1 }, SHELF, DEFAULTS);
  assert.equal(both.jobs.length, PLANNED.jobs.length + 1);
  const left = asBookNow(both, [], SHELF);
  assert.deepEqual(
    left.jobs.map(({ key, lines, extra }) => ({ key, lines, extra })),
    both.jobs.slice(-1).map(({ key, lines, extra }) => ({ key, lines, extra })),
  );
});
