import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { branched } from '@/core/ahead/branch.ts';
import { layOut, type Piece } from '@/core/ahead/index.ts';
import { type Asked, costOf, emptyAt, isLess, laidWith, type Layout } from '@/core/ahead/place.ts';
import { DAY, HOUR, part, piece } from './aheadPieces.ts';

/** A minute a bait, a quarter of an hour for each mould that is warmed. */
const takes = (pieces: readonly Piece[]) => {
  const moulds = new Set(pieces.map(({ mould }) => mould)).size;
  const seconds = pieces.reduce((sum, { baits }) => sum + 60 * baits, 900 * moulds);
  return { seconds, atMost: seconds, leftG: 10 * pieces.length };
};
const times = [1, 3].map((day) => ({
  ...{ day: `${day}`, from: day * DAY, to: day * DAY + 2 * HOUR, pairs: 1 },
}));
/** Every layout there is of some pieces, each at one of the times or left. */
const allOf = (pieces: readonly Piece[], asked: Asked): Layout[] =>
  Array.from({ length: 3 ** pieces.length }, (_, way) => {
    const at = (nth: number) => Math.floor(way / 3 ** nth) % 3;
    const laid = times.map((time, one) =>
      laidWith(
        emptyAt(time),
        pieces.filter((__, nth) => at(nth) === one),
        asked,
      ),
    );
    return { laid, left: pieces.filter((__, nth) => at(nth) === 2) };
  }).flatMap(({ laid, left }) =>
    laid.includes(null) ? [] : [{ times: laid.map((one) => one!), left }],
  );

const wanted = fc.record({
  baits: fc.integer({ min: 1, max: 80 }),
  mould: fc.integer({ min: 1, max: 2 }),
  day: fc.integer({ min: 1, max: 4 }),
});

test('property: of a small book no layout of all costs less, and about known that is off costs little', () => {
  fc.assert(
    fc.property(
      fc.array(wanted, { minLength: 1, maxLength: 5 }),
      fc.integer({ min: 980, max: 1020 }),
      (book, off) => {
        const pieces = book.map(({ baits, mould, day }, nth) =>
          piece(nth, {
            baits,
            mould,
            parts: [part(nth, { count: baits })],
            by: day * DAY + 3 * HOUR,
          }),
        );
        const asked: Asked = { pieces, times, takes, by: () => 4 * DAY };
        const from = { times: times.map(emptyAt), left: pieces };
        const best = allOf(pieces, asked)
          .map((so) => costOf(so, asked))
          .reduce((least, cost) => (isLess(cost, least) ? cost : least));
        const found = branched(from, asked)!;
        assert.ok(found.isBest);
        assert.deepEqual(costOf(found.so, asked).map(Math.round), best.map(Math.round));
        // What is about known is off by as much of every session.
        let worked = 0;
        const about: Asked = {
          ...asked,
          takes: (some) => {
            worked += 1;
            return takes(some);
          },
          about: (some) => {
            const { seconds, atMost, leftG } = takes(some);
            return { seconds: (off / 1000) * seconds, atMost: (off / 1000) * atMost, leftG };
          },
        };
        const near = branched(from, about)!;
        assert.deepEqual(costOf(near.so, asked).map(Math.round), best.map(Math.round));
        assert.ok(worked <= 2 * 2 ** pieces.length);
      },
    ),
    { numRuns: 150, seed: 16 },
  );
});

test('what was looked through whole says so; what is too large for it, or was broken off, does not', () => {
  const jobs = (count: number) =>
    Array.from({ length: count }, (_, nth) =>
      piece(nth, { baits: 4, mould: 1 + (nth % 2), parts: [part(nth, { count: 4 })] }),
    );
  const asked = (count: number) => ({ pieces: jobs(count), times, takes, by: () => 4 * DAY });
  assert.equal(layOut(asked(6)).sureWithin, 0.02);
  assert.equal(layOut(asked(13)).sureWithin, null);
  assert.equal(layOut({ ...asked(6), better: () => false }).sureWithin, null);
});
