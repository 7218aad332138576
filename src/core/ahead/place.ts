import type { BenchTime } from './calendar.ts';
import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import type { Weights } from './weights.ts';
import { against, USUAL_WEIGHTS } from './weights.ts';

/**
 * How long pieces take together at a time, s, as it likely goes and nine times in ten, and the g of
 * plastic that are left over; or why they cannot be shot so.
 */
type Takes = (
  pieces: readonly Piece[],
  time: BenchTime,
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
type Cost = readonly [held: number, left: number, against: number];

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

/** A time with another piece in it; null where that does not fit. */
export function withPiece(
  laid: Laid,
  piece: Piece,
  { takes, least = () => 0 }: Pick<Asked, 'takes' | 'least'>,
): Laid | null {
  const pieces = [...laid.pieces, piece];
  const atLeast = pieces.reduce((sum, one) => sum + least(one, laid.time), 0);
  if (atLeast > lasting(laid.time)) return null;
  const took = takes(pieces, laid.time);
  return 'refused' in took || took.atMost > lasting(laid.time)
    ? null
    : { time: laid.time, pieces, seconds: took.seconds, leftG: took.leftG };
}
export function withoutPiece(laid: Laid, piece: Piece, { takes }: Pick<Asked, 'takes'>): Laid {
  const pieces = laid.pieces.filter((other) => other !== piece);
  if (pieces.length === 0) return emptyAt(laid.time);
  const took = takes(pieces, laid.time);
  const { seconds, leftG } = 'refused' in took ? laid : took;
  return { time: laid.time, pieces, seconds, leftG };
}

/** How much two pieces may share at the bench: a cup, a mould. */
const kinship = (one: Piece, other: Piece): number =>
  Number(one.colourway === other.colourway) + Number(one.mould === other.mould);
/** The most a piece may share with what is laid at a time. */
export const kinIn = ({ pieces }: Laid, piece: Piece): number =>
  Math.max(0, ...pieces.map((other) => kinship(other, piece)));

/** Times that take a piece as well as any, of which so many are worked out (a judgement). */
const LOOKED_AT = 3;

/** Where a piece adds the least to what a layout costs; null where it fits nowhere. */
export function bestPlace(
  times: readonly Laid[],
  piece: Piece,
  asked: Asked,
): { at: number; laid: Laid } | null {
  const day = heldDay(asked.held, piece);
  const { weights = USUAL_WEIGHTS } = asked;
  // What is late and what is a session more is known beforehand; what it takes has to be worked out.
  const places = times
    .map((time, at) => {
      const known = { late: lateBy(piece, time.time), sessions: time.pieces.length === 0 ? 1 : 0 };
      const least = against({ ...known, seconds: 0, leftG: 0 }, weights);
      return { at, time, known, least, kin: kinIn(time, piece) };
    })
    .filter(({ time }) => day === undefined || time.time.day === day)
    .sort((one, other) => one.least - other.least || other.kin - one.kin || one.at - other.at);
  let best: { at: number; laid: Laid; added: number } | null = null;
  let looked = 0;
  for (const { at, time, known, least } of places) {
    if (best && (least > best.added || looked >= LOOKED_AT)) break;
    const laid = withPiece(time, piece, asked);
    if (!laid) continue;
    looked += 1;
    const [seconds, leftG] = [laid.seconds - time.seconds, laid.leftG - time.leftG];
    const added = against({ ...known, seconds, leftG }, weights);
    if (!best || added < best.added) best = { at, laid, added };
  }
  return best;
}
