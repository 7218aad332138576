import { type Branched, SURE_WITHIN } from './branch.ts';
import { cut, cutAgain } from './cut.ts';
import { heldDay } from './hand.ts';
import { soonestFirst } from './orders.ts';
import type { Piece } from './piece.ts';
import type { Asked, Laid } from './place.ts';
import { searched } from './search.ts';

export type { Laid } from './place.ts';
export interface LaidOut {
  times: Laid[];
  /** what could not be laid at all, and why */
  left: { piece: Piece; why: string }[];
  /**
   * all ways to lay what could be laid whole were looked through, and none is likely better by more than
   * this share of its time (a judgement, see `branch.ts`); null where there are too many ways
   */
  sureWithin: number | null;
}

/** Why a piece that could be shot is laid nowhere. */
const noRoom = (piece: Piece, held: Asked['held']): string =>
  heldDay(held, piece) === undefined
    ? 'There is no room for it in the times ahead.'
    : 'There is no room for it on the day it is held on.';

/**
 * Lays pieces over the times there are at the bench: those a hand holds first, so that the rest is
 * laid around them, each where it makes nothing late and adds the least, then changed while that makes
 * it better, and what would be late shot in two halves where that helps. The same pieces are always
 * laid the same. Not laid first, then what counts against it as the shop weighs it (`weights.ts`).
 * @param better told of each better layout; answers whether to go on
 */
export function layOut({
  better: tell,
  ...asked
}: Asked & { better?: (so: LaidOut) => boolean }): LaidOut {
  const refused: LaidOut['left'] = [];
  const inPieces = (by: typeof cut) => (piece: Piece) => {
    const cuts = by(piece, asked);
    if (typeof cuts !== 'string') return cuts;
    refused.push({ piece, why: cuts });
    return [];
  };
  const pieces = soonestFirst(asked.pieces, asked).flatMap(inPieces(cut));
  const saidOf = ({ so: { times, left }, isBest }: Branched): LaidOut => ({
    times: [...times],
    left: [...refused, ...left.map((piece) => ({ piece, why: noRoom(piece, asked.held) }))],
    sureWithin: isBest ? SURE_WITHIN : null,
  });
  return saidOf(
    searched(pieces, asked, {
      again: inPieces(cutAgain),
      tell: (so) => tell?.(saidOf({ so, isBest: false })) ?? true,
    }),
  );
}
