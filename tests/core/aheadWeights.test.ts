import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { layOut } from '@/core/ahead/index.ts';
import { costOf, isLess } from '@/core/ahead/place.ts';
import { against, USUAL_WEIGHTS, type Weights } from '@/core/ahead/weights.ts';
import { asked, book, late } from './aheadBooks.ts';

/** Shops of other minds. */
const MINDS: readonly Weights[] = [
  USUAL_WEIGHTS,
  { late: 0, session: 5, left: 0 },
  { late: 1000, session: 0.1, left: 0 },
  { late: 1, session: 0, left: 240 },
  { late: 100, session: 0, left: 0 },
];

test('of layouts for shops of other minds, each counts least by its own shop’s weights', () => {
  let [differ, compared] = [0, 0];
  fc.assert(
    fc.property(book, (random) => {
      const question = asked(random);
      // Small books of whole pieces are laid by looking through all of them; which to part in two is
      // a search of its own, and may end otherwise for each mind.
      const laid = MINDS.flatMap((weights) => {
        const { times, left } = layOut({ ...question, weights });
        const so = { times, left: left.map(({ piece }) => piece) };
        const pieces = [...times.flatMap((time) => time.pieces), ...so.left];
        return pieces.some(({ key }) => key.includes('~')) ? [] : [{ weights, so }];
      });
      compared += laid.length;
      for (const { weights, so } of laid)
        for (const other of laid) {
          const [own, theirs] = [costOf(so, { weights }), costOf(other.so, { weights })];
          assert.ok(
            !isLess([theirs[1], theirs[2] + 1e-6], [own[1], own[2]]),
            JSON.stringify([own, theirs]),
          );
          if (isLess(own, theirs)) differ += 1;
        }
    }),
    { numRuns: 120, seed: 3 },
  );
  assert.ok(differ > 30, `${differ} pairs of minds differ`);
  assert.ok(compared > 400, `${compared} of 600 layouts are of whole pieces`);
});

test('by the usual weights nothing is late that another layout keeps, whatever that saves', () => {
  const question = asked({
    pieces: [
      { colour: 1, baits: 20, due: 1 },
      { colour: 1, baits: 20, due: 2 },
    ],
    times: [1.5, 4],
  });
  const [usual, idle] = [USUAL_WEIGHTS, { late: 0, session: 5, left: 1 }].map((weights) =>
    layOut({ ...question, weights }),
  );
  const used = ({ times }: typeof usual & object) =>
    times.filter(({ pieces }) => pieces.length > 0).length;
  assert.deepEqual([late(usual!), used(usual!)], [0, 2]);
  assert.ok(late(idle!) > 0);
  assert.equal(used(idle!), 1);
});

test('what counts is in seconds at the bench, each part by what it is said to be worth', () => {
  const nothing = { late: 0, sessions: 0, seconds: 0, leftG: 0 };
  const weights = { late: 3, session: 2, left: 4 };
  assert.equal(against({ ...nothing, seconds: 90 }, weights), 90);
  assert.equal(against({ ...nothing, sessions: 1 }, weights), 2 * 3600);
  assert.equal(against({ ...nothing, late: 86_400 }, weights), 3 * 3600);
  // A shop to which sessions are nothing keeps its promises still.
  assert.equal(against({ ...nothing, late: 86_400 }, { ...weights, session: 0 }), 3 * 3600);
  assert.equal(against({ ...nothing, leftG: 50 }, weights), 2 * 60);
});
