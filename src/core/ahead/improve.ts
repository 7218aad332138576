import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import {
  type Asked,
  bestPlace,
  costOf,
  emptyAt,
  isLess,
  kinIn,
  type Laid,
  lateBy,
  type Layout,
  withoutPiece,
  withPiece,
} from './place.ts';

/** Layouts that a change of one kind comes to, one after the other. */
type Move = (so: Layout, asked: Asked) => Generator<Layout>;

const isFree = (piece: Piece, { held }: Asked): boolean => heldDay(held, piece) === undefined;
const timeOf = (times: readonly Laid[], piece: Piece): number =>
  times.findIndex(({ pieces }) => pieces.includes(piece));
const withTime = (times: readonly Laid[], at: number, laid: Laid): Laid[] =>
  times.map((time, nth) => (nth === at ? laid : time));

/** One piece to another time: in time, a session less, or beside what shares a cup or a mould. */
function* movedOne({ times, left }: Layout, asked: Asked): Generator<Layout> {
  for (const piece of times.flatMap(({ pieces }) => pieces)) {
    if (!isFree(piece, asked)) continue;
    const from = timeOf(times, piece);
    const without = withTime(times, from, withoutPiece(times[from]!, piece, asked));
    const isAlone = without[from]!.pieces.length === 0;
    const late = lateBy(piece, times[from]!.time);
    for (const [to, time] of without.entries()) {
      const helps = isAlone || lateBy(piece, time.time) < late || kinIn(time, piece) > 0;
      const laid = to === from || !helps ? null : withPiece(time, piece, asked);
      if (laid) yield { times: withTime(without, to, laid), left };
    }
  }
}

/** A time emptied, its pieces laid into others that are used: the one with the fewest first. */
function* emptied({ times, left }: Layout, asked: Asked): Generator<Layout> {
  const used = times.filter(({ pieces }) => pieces.length > 0);
  for (const time of [...used].sort((one, other) => one.pieces.length - other.pieces.length)) {
    if (!time.pieces.every((piece) => isFree(piece, asked))) continue;
    let others = used.filter((other) => other !== time);
    const goes = time.pieces.every((piece) => {
      const place = bestPlace(others, piece, asked);
      if (place) others = withTime(others, place.at, place.laid);
      return place !== null;
    });
    if (!goes) continue;
    const laid = new Map(others.map((other) => [other.time.day, other]));
    const empty = emptyAt(time.time);
    yield {
      times: times.map((other) => (other === time ? empty : (laid.get(other.time.day) ?? other))),
      left,
    };
  }
}

/** What a piece shares with a time that another has left. */
const kinWithout = (time: Laid, gone: Piece, piece: Piece): number =>
  kinIn({ ...time, pieces: time.pieces.filter((other) => other !== gone) }, piece);

/** Pairs grow with the square of a book: in a larger one they are not tried. */
const MOST_SWAPPED = 40;

/** Two pieces of two times changed for each other, where one is late or finds what it shares with. */
function* swapped({ times, left }: Layout, asked: Asked): Generator<Layout> {
  if (times.reduce((sum, { pieces }) => sum + pieces.length, 0) > MOST_SWAPPED) return;
  for (const [at, one] of times.entries())
    for (const [to, other] of times.entries()) {
      if (to <= at) continue;
      for (const piece of one.pieces.filter((free) => isFree(free, asked)))
        for (const back of other.pieces.filter((free) => isFree(free, asked))) {
          const late = lateBy(piece, one.time) + lateBy(back, other.time);
          const then = lateBy(piece, other.time) + lateBy(back, one.time);
          const kin = kinWithout(other, back, piece) + kinWithout(one, piece, back);
          if (then > late || (then === late && kin === 0)) continue;
          const first = withPiece(withoutPiece(one, piece, asked), back, asked);
          const second = first && withPiece(withoutPiece(other, back, asked), piece, asked);
          if (first && second)
            yield { times: withTime(withTime(times, at, first), to, second), left };
        }
    }
}

/** A piece there was no room for, laid now; or in the place of one that finds another. */
function* laidAfterAll({ times, left }: Layout, asked: Asked): Generator<Layout> {
  for (const piece of left) {
    const rest = left.filter((other) => other !== piece);
    const place = bestPlace(times, piece, asked);
    if (place) yield { times: withTime(times, place.at, place.laid), left: rest };
    const day = heldDay(asked.held, piece);
    for (const [at, time] of times.entries()) {
      if (day !== undefined && time.time.day !== day) continue;
      for (const other of time.pieces.filter((free) => isFree(free, asked))) {
        const room = withoutPiece(time, other, asked);
        const laid = withPiece(room, piece, asked);
        const next = laid && bestPlace(withTime(times, at, laid), other, asked);
        if (laid && next && next.at !== at)
          yield { times: withTime(withTime(times, at, laid), next.at, next.laid), left: rest };
      }
    }
  }
}

/** Changes that are tried, in this order. */
const MOVES: readonly Move[] = [laidAfterAll, movedOne, emptied, swapped];

/** The first layout of a move that costs less. */
function better(so: Layout, asked: Asked): Layout | null {
  const cost = costOf(so, asked);
  for (const move of MOVES)
    for (const next of move(so, asked)) if (isLess(costOf(next, asked), cost)) return next;
  return null;
}

/**
 * A layout changed as long as that makes it better (a local search to the first improvement; Aarts
 * and Lenstra, *Local Search in Combinatorial Optimization*, §1).
 * @param told of each better one; answers whether to go on
 */
export function improve(start: Layout, asked: Asked, told: (so: Layout) => boolean): Layout {
  let so = start;
  for (;;) {
    const next = better(so, asked);
    if (!next) return so;
    so = next;
    if (!told(so)) return so;
  }
}
