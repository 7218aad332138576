import { branched } from './branch.ts';
import { cut } from './cut.ts';
import { firstLayout } from './first.ts';
import { heldDay } from './hand.ts';
import { improve } from './improve.ts';
import { MOVES, WITH_HALVES } from './moves.ts';
import type { Piece } from './piece.ts';
import type { Asked, Laid, Layout } from './place.ts';

export type { Laid } from './place.ts';
export interface LaidOut {
  times: Laid[];
  /** what could not be laid at all, and why */
  left: { piece: Piece; why: string }[];
}

/** Why a piece that could be shot is laid nowhere. */
const noRoom = (piece: Piece, held: Asked['held']): string =>
  heldDay(held, piece) === undefined
    ? 'There is no room for it in the times ahead.'
    : 'There is no room for it on the day it is held on.';

/**
 * Lays pieces over the times there are at the bench: those a hand holds first, so that the rest is
 * laid around them, then the soonest wanted, each where it makes nothing late and adds the least,
 * then changed while that makes it better, and what would be late shot in two halves where that helps.
 * The same pieces are always laid the same. Not laid first,
 * then what counts against it as the shop weighs it (`weights.ts`).
 * @param better told of each better layout; answers whether to go on
 */
export function layOut({
  better: tell,
  ...asked
}: Asked & { better?: (so: LaidOut) => boolean }): LaidOut {
  const refused: LaidOut['left'] = [];
  const isHeld = (piece: Piece) => heldDay(asked.held, piece) !== undefined;
  const pieces = [...asked.pieces]
    .sort(
      (one, other) =>
        Number(isHeld(other)) - Number(isHeld(one)) ||
        one.by - other.by ||
        one.key.localeCompare(other.key),
    )
    .flatMap((piece) => {
      const cuts = cut(piece, asked);
      if (typeof cuts !== 'string') return cuts;
      refused.push({ piece, why: cuts });
      return [];
    });
  const saidOf = ({ times, left }: Layout): LaidOut => ({
    times: [...times],
    left: [...refused, ...left.map((piece) => ({ piece, why: noRoom(piece, asked.held) }))],
  });
  let isOn = true;
  const told = (so: Layout) => (isOn = tell?.(saidOf(so)) ?? true);
  const so = firstLayout(pieces, asked, told);
  if (!isOn || !told(so)) return saidOf(so);
  let best = branched(improve(so, asked, { moves: MOVES, told }), asked);
  for (;;) {
    const halved = improve(best, asked, { moves: WITH_HALVES, told });
    if (halved === best || !isOn) return saidOf(halved);
    best = branched(halved, asked);
  }
}
