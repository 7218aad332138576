import type { BenchTime } from './calendar.ts';
import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import { split } from './piece.ts';

/**
 * How long pieces take together, s, as it likely goes and nine times in ten; or why they cannot be
 * shot so.
 */
type Takes = (
  pieces: readonly Piece[],
  time: BenchTime,
) => { seconds: number; atMost: number } | { refused: string };

/** A time at the bench with what is laid there. */
export interface Laid {
  time: BenchTime;
  pieces: Piece[];
  seconds: number;
}
export interface LaidOut {
  times: Laid[];
  /** what could not be laid at all, and why */
  left: { piece: Piece; why: string }[];
}
/** What a layout is judged by, the first first: s late in all, times used, s at the bench. */
type Cost = readonly [late: number, times: number, seconds: number];

interface Asked {
  pieces: readonly Piece[];
  times: readonly BenchTime[];
  takes: Takes;
  /** when what is promised for a day must be shot, ms */
  by: (due: string) => number;
  /** pieces that stay where a hand has put them: the day, by their keys */
  held?: ReadonlyMap<string, string>;
  /** told of each better layout; answers whether to go on */
  better?: (so: LaidOut) => boolean;
}

const lasting = ({ from, to }: BenchTime): number => (to - from) / 1000;
/** s a piece that is shot by the end of a time is late by. */
const lateBy = (piece: Piece, { to }: BenchTime): number => Math.max(0, to - piece.by) / 1000;

const costOf = (times: readonly Laid[]): Cost => [
  times.reduce(
    (sum, { time, pieces }) => sum + pieces.reduce((late, piece) => late + lateBy(piece, time), 0),
    0,
  ),
  times.filter(({ pieces }) => pieces.length > 0).length,
  times.reduce((sum, { seconds }) => sum + seconds, 0),
];
const isLess = (one: Cost, other: Cost): boolean => {
  const at = one.findIndex((figure, nth) => Math.abs(figure - other[nth]!) > 1e-9);
  return at >= 0 && one[at]! < other[at]!;
};

/** A time with another piece in it; null where that does not fit. */
function withPiece(laid: Laid, piece: Piece, takes: Takes): Laid | null {
  const pieces = [...laid.pieces, piece];
  const took = takes(pieces, laid.time);
  return 'refused' in took || took.atMost > lasting(laid.time)
    ? null
    : { time: laid.time, pieces, seconds: took.seconds };
}
function withoutPiece(laid: Laid, piece: Piece, takes: Takes): Laid {
  const pieces = laid.pieces.filter((other) => other !== piece);
  const took = pieces.length > 0 ? takes(pieces, laid.time) : { seconds: 0, atMost: 0 };
  return { time: laid.time, pieces, seconds: 'seconds' in took ? took.seconds : laid.seconds };
}

/** Where a piece adds the least to what a layout costs; null where it fits nowhere. */
function bestPlace(
  times: readonly Laid[],
  piece: Piece,
  { takes, held }: Asked,
): { at: number; laid: Laid } | null {
  const day = heldDay(held, piece);
  let best: { at: number; laid: Laid; cost: Cost } | null = null;
  for (const [at, time] of times.entries()) {
    if (day !== undefined && time.time.day !== day) continue;
    // Later than a place that is in time already, nothing is won: it is laid as soon as it can be.
    if (best?.cost[0] === 0 && time.pieces.length === 0) continue;
    const laid = withPiece(time, piece, takes);
    if (!laid) continue;
    const added: Cost = [
      lateBy(piece, time.time),
      time.pieces.length === 0 ? 1 : 0,
      laid.seconds - time.seconds,
    ];
    if (!best || isLess(added, best.cost)) best = { at, laid, cost: added };
  }
  return best;
}

/** The most baits of a piece that fit into a time; 0 where not one does. */
function mostThatFit(piece: Piece, longest: BenchTime, { takes, by }: Asked): number {
  let [fits, over] = [0, piece.baits];
  while (over - fits > 1) {
    const tried = Math.floor((fits + over) / 2);
    const took = takes([split(piece, tried, by)[0]], longest);
    if (!('refused' in took) && took.atMost <= lasting(longest)) fits = tried;
    else over = tried;
  }
  return fits;
}

/** The time most can be shot in; undefined where there is none. */
const longestOf = (times: readonly BenchTime[]): BenchTime | undefined =>
  times.reduce<BenchTime | undefined>(
    (longest, time) =>
      !longest || lasting(time) * time.pairs > lasting(longest) * longest.pairs ? time : longest,
    undefined,
  );

/** A piece that is longer than any time there is, in pieces that are not; or why it cannot be shot. */
function cut(piece: Piece, asked: Asked): Piece[] | string {
  const longest = longestOf(asked.times);
  if (!longest) return [piece];
  const took = asked.takes([piece], longest);
  if ('refused' in took) return took.refused;
  if (took.atMost <= lasting(longest)) return [piece];
  const fits = mostThatFit(piece, longest, asked);
  if (fits === 0) return 'Not even one shot of it fits into a time there is at the bench.';
  const [first, rest] = split(piece, fits, asked.by);
  const after = cut(rest, asked);
  return typeof after === 'string' ? after : [first, ...after];
}

/** Moves of one piece to another time, as long as they make it better. */
function improve(start: readonly Laid[], asked: Asked, told: (times: readonly Laid[]) => boolean) {
  let times = [...start];
  let cost = costOf(times);
  for (let changed = true; changed;) {
    changed = false;
    for (const piece of times.flatMap(({ pieces }) => pieces)) {
      if (heldDay(asked.held, piece) !== undefined) continue;
      const from = times.findIndex(({ pieces }) => pieces.includes(piece));
      const without = times.map((time, at) =>
        at === from ? withoutPiece(time, piece, asked.takes) : time,
      );
      for (const [to, time] of without.entries()) {
        const laid = to === from ? null : withPiece(time, piece, asked.takes);
        if (!laid) continue;
        const next = without.map((other, at) => (at === to ? laid : other));
        const after = costOf(next);
        if (!isLess(after, cost)) continue;
        [times, cost, changed] = [next, after, true];
        if (!told(times)) return times;
        break;
      }
    }
  }
  return times;
}

/** Why a piece that could be shot is laid nowhere. */
const noRoom = (piece: Piece, held: Asked['held']): string =>
  heldDay(held, piece) === undefined
    ? 'There is no room for it in the times ahead.'
    : 'There is no room for it on the day it is held on.';

/**
 * Lays pieces over the times there are at the bench: those a hand holds first, so that the rest is
 * laid around them, then the soonest wanted, each where it makes nothing late and adds the least,
 * then moved while that makes it better. The same pieces are
 * always laid the same. Late first, then times used, then s at the bench (issue of the road, step
 * 7).
 */
export function layOut(asked: Asked): LaidOut {
  const left: LaidOut['left'] = [];
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
      left.push({ piece, why: cuts });
      return [];
    });
  let times: Laid[] = asked.times.map((time) => ({ time, pieces: [], seconds: 0 }));
  const told = (so: readonly Laid[]) => asked.better?.({ times: [...so], left }) ?? true;
  for (const piece of pieces) {
    const place = bestPlace(times, piece, asked);
    if (place) times = times.map((time, at) => (at === place.at ? place.laid : time));
    else left.push({ piece, why: noRoom(piece, asked.held) });
  }
  if (told(times)) times = improve(times, asked, told);
  return { times, left };
}
