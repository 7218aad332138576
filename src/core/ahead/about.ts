import type { BenchTime } from './calendar.ts';
import type { Piece } from './piece.ts';
import type { Laid, Takes } from './place.ts';
import { remembered } from '../remembered.ts';

/**
 * Share of a session of its own that a piece adds to one it is shot beside, by what it shares there
 * (from seeded books of the demo shop's baits: `npm run bench -- plan 1 adds` prints it). One colour is
 * shot in step.
 */
const ADDS = { nothing: 0.87, colour: 0.57, mould: 0.86, both: 0.81 } as const;

/** What a piece shares with those that are shot before it. */
function shared(colour: boolean, mould: boolean): keyof typeof ADDS {
  if (colour && mould) return 'both';
  if (colour) return 'colour';
  return mould ? 'mould' : 'nothing';
}

/** The soonest promised first, whatever order they were laid in: one set of pieces is one session. */
export const inOrder = (pieces: readonly Piece[]): Piece[] =>
  [...pieces].sort((one, other) => one.by - other.by || one.key.localeCompare(other.key));

/**
 * About how long pieces take together, from what each takes alone and what it shares with those before
 * it. Where one set of pieces is worked out, others are about as much more or less than it.
 * @param alone what a piece takes by itself, worked out
 */
export function aboutFrom(alone: (piece: Piece, time: BenchTime) => ReturnType<Takes>): Takes {
  const summed = (pieces: readonly Piece[], time: BenchTime): ReturnType<Takes> => {
    const sum = { seconds: 0, atMost: 0, leftG: 0 };
    const [colours, moulds] = [new Set<number>(), new Set<number>()];
    for (const piece of inOrder(pieces)) {
      const own = alone(piece, time);
      if ('refused' in own) return own;
      const isAgain = colours.has(piece.colourway);
      const share = colours.size === 0 ? 1 : ADDS[shared(isAgain, moulds.has(piece.mould))];
      sum.seconds += share * own.seconds;
      sum.atMost += share * own.atMost;
      // What is left of a colour is left once.
      if (!isAgain) sum.leftG += own.leftG;
      colours.add(piece.colourway);
      moulds.add(piece.mould);
    }
    return sum;
  };
  const before = remembered(({ pieces, time }: Laid) => summed(pieces, time));
  return (pieces, time, laid) => {
    const all = summed(pieces, time);
    if ('refused' in all || !laid || laid.pieces.length === 0) return all;
    const was = before(laid);
    if ('refused' in was) return all;
    const seconds = laid.seconds + all.seconds - was.seconds;
    const leftG = Math.max(0, laid.leftG + all.leftG - was.leftG);
    return { seconds, atMost: (seconds * all.atMost) / all.seconds, leftG };
  };
}
