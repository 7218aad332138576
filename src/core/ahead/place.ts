import type { BenchTime } from './calendar.ts';
import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import type { Weights } from './weights.ts';
import { against, USUAL_WEIGHTS } from './weights.ts';

/**
 * How long pieces take together at a time, s, as it likely goes and as it is laid for, and the g of
 * plastic that are left over; or why they cannot be shot so.
 * @param before what is laid there as it is worked out
 */
export type Takes = (
  pieces: readonly Piece[],
  time: BenchTime,
  before?: Laid,
) => { seconds: number; atMost: number; leftG: number } | { refused: string };

/** A time at the bench with what is laid there. */
export interface Laid {
  time: BenchTime;
  pieces: Piece[];
  seconds: number;
  /** g of plastic left over */
  leftG: number;
}
export const emptyAt = (time: BenchTime): Laid => ({ time, pieces: [], seconds: 0, leftG: 0 });
/** What is to be laid, and by what. */
export interface Asked {
  pieces: readonly Piece[];
  times: readonly BenchTime[];
  takes: Takes;
  /** about the same, at once: what is not worth a look by it is not worked out */
  about?: Takes;
  /** s a piece takes the hands at the least, whatever it is shot beside */
  least?: (piece: Piece, time: BenchTime) => number;
  /** when what is promised for a day must be shot, ms */
  by: (due: string) => number;
  /** pieces that stay where a hand has put them: the day, by their keys */
  held?: ReadonlyMap<string, string>;
  /** how much counts against a layout; the usual where nothing is said */
  weights?: Weights;
}
/** Times with what is laid in them, and pieces there is no room for. */
export interface Layout {
  times: readonly Laid[];
  left: readonly Piece[];
}
/**
 * What a layout is judged by, the first first: parts a hand holds on a day that are not laid, parts
 * not laid, and what counts against what is laid, as the shop weighs it.
 */
export type Cost = readonly [held: number, left: number, against: number];

/** A layout with one of its times so. */
export const withTime = ({ times, left }: Layout, at: number, laid: Laid): Layout => ({
  times: times.map((time, nth) => (nth === at ? laid : time)),
  left,
});

export const lasting = ({ from, to }: BenchTime): number => (to - from) / 1000;
/** s a piece that is shot by the end of a time is late by. */
export const lateBy = (piece: Piece, { to }: BenchTime): number =>
  Math.max(0, to - piece.by) / 1000;

const partsOf = (pieces: readonly Piece[]): number =>
  pieces.reduce((sum, { parts }) => sum + parts.length, 0);
export const costOf = (
  { times, left }: Layout,
  { held, weights = USUAL_WEIGHTS }: Pick<Asked, 'held' | 'weights'>,
): Cost => [
  partsOf(left.filter((piece) => heldDay(held, piece) !== undefined)),
  partsOf(left),
  times.reduce(
    (sum, { time, pieces, seconds, leftG }) =>
      sum +
      against(
        {
          late: pieces.reduce((late, piece) => late + lateBy(piece, time), 0),
          sessions: pieces.length > 0 ? 1 : 0,
          seconds,
          leftG,
        },
        weights,
      ),
    0,
  ),
];
export const isLess = (one: readonly number[], other: readonly number[]): boolean => {
  const at = one.findIndex((figure, nth) => Math.abs(figure - other[nth]!) > 1e-9);
  return at >= 0 && one[at]! < other[at]!;
};

/** Share of a time that what is only about known may be of it, and is worked out yet (judgement). */
export const WORTH_A_LOOK = 1.05;
/** A time with other pieces in it, by what they are about to take; null where that hardly fits. */
export function aboutWith(
  laid: Laid,
  pieces: readonly Piece[],
  { takes, about, least = () => 0 }: Pick<Asked, 'takes' | 'about' | 'least'>,
): Laid | null {
  if (pieces.length === 0) return emptyAt(laid.time);
  const room = lasting(laid.time);
  const atLeast = pieces.reduce((sum, one) => sum + least(one, laid.time), 0);
  if (atLeast > room) return null;
  const took = (about ?? takes)(pieces, laid.time, laid);
  const full = about ? WORTH_A_LOOK : 1;
  return 'refused' in took || took.atMost > full * room
    ? null
    : { time: laid.time, pieces: [...pieces], seconds: took.seconds, leftG: took.leftG };
}
/** The same, worked out; null where it does not fit. */
export function laidWith(
  laid: Laid,
  pieces: readonly Piece[],
  { takes }: Pick<Asked, 'takes'>,
): Laid | null {
  const { time } = laid;
  if (pieces.length === 0) return emptyAt(time);
  const took = takes(pieces, time, laid);
  return 'refused' in took || took.atMost > lasting(time)
    ? null
    : { time, pieces: [...pieces], seconds: took.seconds, leftG: took.leftG };
}
/** How much two pieces may share at the bench: a cup, a mould. */
const kinship = (one: Piece, other: Piece): number =>
  Number(one.colourway === other.colourway) + Number(one.mould === other.mould);
/** The most a piece may share with what is laid at a time. */
export const kinIn = ({ pieces }: Laid, piece: Piece): number =>
  Math.max(0, ...pieces.map((other) => kinship(other, piece)));

/** Times that take a piece as well as any, of which so many are worked out (a judgement). */
const LOOKED_AT = 3;

/** A time a piece may be laid at. */
export interface Place {
  at: number;
  laid: Laid;
  /** what it adds to what the layout costs */
  added: number;
}
/** Where a piece may be laid, by what it is about to add: the least first. */
export function placesAbout(times: readonly Laid[], piece: Piece, asked: Asked): Place[] {
  const day = heldDay(asked.held, piece);
  return times
    .flatMap((time, at): Place[] => {
      if (day !== undefined && time.time.day !== day) return [];
      const atLeast = time.seconds + (asked.least?.(piece, time.time) ?? 0);
      if (atLeast > WORTH_A_LOOK * lasting(time.time)) return [];
      const laid = aboutWith(time, [...time.pieces, piece], asked);
      return laid ? [{ at, laid, added: addedBy(piece, time, laid, asked) }] : [];
    })
    .sort((one, other) => one.added - other.added || one.at - other.at);
}
/** What a piece adds to what a layout costs, where a time with it is so. */
const addedBy = (piece: Piece, before: Laid, after: Laid, { weights }: Asked): number =>
  against(
    {
      late: lateBy(piece, before.time),
      sessions: before.pieces.length === 0 ? 1 : 0,
      seconds: after.seconds - before.seconds,
      leftG: after.leftG - before.leftG,
    },
    weights ?? USUAL_WEIGHTS,
  );

/** Where a piece adds the least to what a layout costs; null where it fits nowhere. */
export function bestPlace(times: readonly Laid[], piece: Piece, asked: Asked): Place | null {
  let best: Place | null = null;
  let looked = 0;
  for (const { at } of placesAbout(times, piece, asked)) {
    if (looked >= LOOKED_AT) break;
    const laid = laidWith(times[at]!, [...times[at]!.pieces, piece], asked);
    if (!laid) continue;
    looked += 1;
    const added = addedBy(piece, times[at]!, laid, asked);
    if (!best || added < best.added) best = { at, laid, added };
  }
  return best;
}
