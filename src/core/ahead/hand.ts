import type { Piece } from './piece.ts';
import { split } from './piece.ts';

/** What a hand has done to the book: pieces put on days, and pieces parted in two, by their keys. */
export interface Hand {
  held: Readonly<Record<string, string>>;
  /** baits of the first half */
  cuts: Readonly<Record<string, number>>;
}
export const NO_HAND: Hand = { held: {}, cuts: {} };

/** Pieces as a hand has parted them; a cut that fits its piece no more is left out. */
export const parted = (
  pieces: readonly Piece[],
  cuts: Hand['cuts'],
  by: (due: string) => number,
): Piece[] =>
  pieces.flatMap((piece) => {
    const first = cuts[piece.key];
    return first === undefined || first <= 0 || first >= piece.baits
      ? [piece]
      : parted(split(piece, first, by), cuts, by);
  });

/** Day a hand has put a piece on, or what it is a half of; undefined where none has. */
export function heldDay(
  held: ReadonlyMap<string, string> | undefined,
  { key }: Pick<Piece, 'key'>,
): string | undefined {
  const day = held?.get(key);
  const half = key.lastIndexOf('~');
  return day !== undefined || half < 0 ? day : heldDay(held, { key: key.slice(0, half) });
}
/** A hand with a piece put on a day; null = where it goes best. */
export const putOn = (hand: Hand, key: string, day: string | null): Hand => ({
  ...hand,
  held: {
    ...Object.fromEntries(Object.entries(hand.held).filter(([other]) => other !== key)),
    ...(day !== null && { [key]: day }),
  },
});
/** A hand with a piece parted after so many baits; 0 = in one again, with what its halves were held on. */
export function partAt(hand: Hand, key: string, baits: number): Hand {
  const isHalf = (other: string) => other.startsWith(`${key}~`);
  const without = <T>(all: Readonly<Record<string, T>>, is: (key: string) => boolean) =>
    Object.fromEntries(Object.entries(all).filter(([other]) => !is(other)));
  return {
    held: without(hand.held, isHalf),
    cuts: {
      ...without(hand.cuts, (other) => other === key || isHalf(other)),
      ...(baits > 0 && { [key]: baits }),
    },
  };
}
