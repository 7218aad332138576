import fc from 'fast-check';
import type { BenchTime, LaidOut, Piece } from '@/core/ahead/index.ts';
import { DAY, HOUR } from './aheadPieces.ts';

/** Pieces and times as random books have them; days are numbers as text. */
export const book = fc.record({
  pieces: fc.array(
    fc.record({
      colour: fc.integer({ min: 1, max: 3 }),
      baits: fc.integer({ min: 4, max: 40 }),
      due: fc.integer({ min: 1, max: 6 }),
    }),
    { minLength: 1, maxLength: 5 },
  ),
  times: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 3 }),
});
type Book = Parameters<Parameters<typeof fc.property<[unknown]>>[1]>[0] & {
  pieces: { colour: number; baits: number; due: number }[];
  times: number[];
};
export const by = (due: string): number => Number(due) * DAY;
export const asked = ({ pieces, times }: Book) => ({
  by,
  pieces: pieces.map(({ colour, baits, due }, nth): Piece => ({
    key: `${nth}/${colour}`,
    bait: nth,
    colourway: colour,
    mould: 1,
    baits,
    by: by(String(due)),
    parts: [
      {
        part: nth,
        line: nth,
        for: 'A',
        bait: nth,
        colourway: colour,
        count: baits,
        due: String(due),
      },
    ],
  })),
  times: times.map((hours, nth): BenchTime => ({
    day: String(nth + 1),
    from: nth * DAY,
    to: nth * DAY + hours * HOUR,
    pairs: 1,
  })),
  /** A quarter of an hour to begin, ten minutes a colour, two a bait. */
  takes: (some: readonly Piece[]) => {
    const colours = new Set(some.map(({ colourway }) => colourway)).size;
    const seconds = 900 + 600 * colours + 120 * some.reduce((sum, { baits }) => sum + baits, 0);
    return { seconds, atMost: 1.1 * seconds, leftG: 80 * colours };
  },
});
export const late = ({ times }: LaidOut): number =>
  times.reduce(
    (sum, { time, pieces }) =>
      sum + pieces.reduce((all, piece) => all + Math.max(0, time.to - piece.by), 0),
    0,
  );
