import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import type { Asked, Layout } from './place.ts';

/** What a change leaves at some of the times, by where they are, and what it lays nowhere. */
export interface Change {
  times: ReadonlyMap<number, readonly Piece[]>;
  left: readonly Piece[];
}
/** Changes of one kind that might help, one after the other. */
export type Move = (so: Layout, asked: Asked) => Generator<Change>;

/** Whether no hand has put a piece on a day. */
export const isFree = (piece: Piece, { held }: Asked): boolean =>
  heldDay(held, piece) === undefined;
export const without = (pieces: readonly Piece[], gone: Piece): Piece[] =>
  pieces.filter((piece) => piece !== gone);
