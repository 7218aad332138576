import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import type { Asked } from './place.ts';

/** An order in which pieces are first laid. */
type Order = (pieces: readonly Piece[], asked: Asked) => Piece[];

/** Pieces with those a hand holds first, so that the rest is laid around them. */
const heldFirst =
  ({ held }: Asked, then: (one: Piece, other: Piece) => number) =>
  (one: Piece, other: Piece): number =>
    Number(heldDay(held, other) !== undefined) - Number(heldDay(held, one) !== undefined) ||
    then(one, other) ||
    one.key.localeCompare(other.key);

/** The soonest wanted first. */
export const soonestFirst: Order = (pieces, asked) =>
  [...pieces].sort(heldFirst(asked, (one, other) => one.by - other.by));

/** s a piece takes for each part of the book it is of, by itself, where that is least. */
function secondsAPart(piece: Piece, { times, takes, about = takes }: Asked): number {
  const each = times.map((time) => {
    const took = about([piece], time);
    return 'refused' in took ? Infinity : took.seconds;
  });
  return Math.min(...each) / piece.parts.length;
}

/**
 * What serves a part in the least time first: of a book there is no room for, it leaves the fewest
 * out (Moore 1968, *Management Science* 15, and Smith's rule, *Naval Research Logistics* 3, 1956).
 */
export const quickestFirst: Order = (pieces, asked) => {
  const seconds = new Map(pieces.map((piece) => [piece, secondsAPart(piece, asked)]));
  return [...pieces].sort(
    heldFirst(asked, (one, other) => seconds.get(one)! - seconds.get(other)! || one.by - other.by),
  );
};
