import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { layOut, type Piece } from '@/core/ahead/index.ts';
import { DAY, HOUR, part, piece } from './aheadPieces.ts';

/** A minute a bait, whatever is shot beside it. */
const aMinuteEach = (pieces: readonly Piece[]) => {
  const seconds = pieces.reduce((sum, one) => sum + 60 * one.baits, 0);
  return { seconds, atMost: seconds, leftG: 0 };
};
const wanted = fc.record({ baits: fc.integer({ min: 1, max: 110 }), day: fc.nat(9) });

test('property: of a book there is no room for as few are left out of an evening as can be', () => {
  fc.assert(
    fc.property(fc.array(wanted, { minLength: 13, maxLength: 40 }), (book) => {
      const pieces = book.map(({ baits, day }, nth) =>
        piece(nth, { baits, parts: [part(nth, { count: baits })], by: day * DAY }),
      );
      const { left } = layOut({
        pieces,
        times: [{ day: '1', from: DAY, to: DAY + 2 * HOUR, pairs: 1 }],
        takes: aMinuteEach,
        by: () => 9 * DAY,
      });
      // As many as can be go into a time where the shortest go first (Moore 1968).
      let room = 120;
      const out = [...book]
        .sort((one, other) => one.baits - other.baits)
        .filter(({ baits }) => {
          room -= baits;
          return room < 0;
        });
      assert.equal(new Set(left.map((one) => one.piece.parts[0]!.part)).size, out.length);
    }),
    { numRuns: 150 },
  );
});
