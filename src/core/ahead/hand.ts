import type { Chosen } from './chosen.ts';
import type { Piece } from './piece.ts';
import { split } from './piece.ts';

/**
 * What a hand has done to the book, by the keys of pieces: put on days, parted in two, shot in a mould,
 * by an injector, at a place of its choosing.
 */
export interface Hand {
  held: Readonly<Record<string, string>>;
  /** baits of the first half */
  cuts: Readonly<Record<string, number>>;
  chosen: Readonly<Record<string, Chosen>>;
}
export const NO_HAND: Hand = { held: {}, cuts: {}, chosen: {} };

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

/** What a piece is a half of, by its key; null where it is whole. */
export function wholeOf(key: string): string | null {
  const half = key.lastIndexOf('~');
  return half < 0 ? null : key.slice(0, half);
}
/** Day a hand has put a piece on, or what it is a half of; undefined where none has. */
export const heldDay = (
  held: ReadonlyMap<string, string> | undefined,
  { key }: Pick<Piece, 'key'>,
): string | undefined => {
  const day = held?.get(key);
  const whole = wholeOf(key);
  return day !== undefined || whole === null ? day : heldDay(held, { key: whole });
};
/** How a hand wants a piece shot: what it said of it, else of what it is a half of. */
export function chosenFor(chosen: Hand['chosen'], key: string): Chosen {
  const whole = wholeOf(key);
  return { ...(whole !== null && chosenFor(chosen, whole)), ...chosen[key] };
}

/** Pieces as a hand has parted them, each shot as it wants it. */
export const asHandled = (
  pieces: readonly Piece[],
  { cuts, chosen }: Pick<Hand, 'cuts' | 'chosen'>,
  by: (due: string) => number,
): Piece[] =>
  parted(pieces, cuts, by).map((piece) => {
    const own = chosenFor(chosen, piece.key);
    return Object.keys(own).length > 0
      ? { ...piece, chosen: own, mould: own.mould ?? piece.mould }
      : piece;
  });
/** A hand that wants a piece shot otherwise; what is left undefined goes as is usual. */
export function chooseFor(hand: Hand, key: string, part: Chosen): Hand {
  const { [key]: was, ...others } = hand.chosen;
  const said = Object.entries({ ...was, ...part }).filter(([, value]) => value !== undefined);
  return {
    ...hand,
    chosen: { ...others, ...(said.length > 0 && { [key]: Object.fromEntries(said) }) },
  };
}
/**
 * A hand that takes hold of a half nobody has parted: what was laid in two by itself is parted there
 * from now on, so that its half is the same tomorrow.
 * @param laid pieces as they are laid
 */
export function partedAsLaid(
  hand: Hand,
  key: string,
  laid: readonly Pick<Piece, 'key' | 'baits'>[],
): Hand {
  const whole = wholeOf(key);
  if (whole === null) return hand;
  const above = partedAsLaid(hand, whole, laid);
  if (above.cuts[whole] !== undefined) return above;
  const first = `${whole}~1`;
  const baits = laid
    .filter((piece) => piece.key === first || piece.key.startsWith(`${first}~`))
    .reduce((sum, piece) => sum + piece.baits, 0);
  return baits > 0 ? { ...above, cuts: { ...above.cuts, [whole]: baits } } : above;
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
    chosen: without(hand.chosen, isHalf),
    cuts: {
      ...without(hand.cuts, (other) => other === key || isHalf(other)),
      ...(baits > 0 && { [key]: baits }),
    },
  };
}
