import { type Change, isFree, type Move, without } from './change.ts';
import { heldDay } from './hand.ts';
import { inHalves } from './inHalves.ts';
import { madeRoomFor } from './madeRoomFor.ts';
import type { Piece } from './piece.ts';
import { type Asked, kinIn, type Laid, lateBy, type Layout, placesAbout } from './place.ts';
import { Relaid } from './relaid.ts';

/** What a piece shares with a time that another has left. */
const kinWithout = (time: Laid, gone: Piece, piece: Piece): number =>
  kinIn({ ...time, pieces: without(time.pieces, gone) }, piece);

/** One piece to another time: in time, a session less, or beside what shares a cup or a mould. */
function* movedOne({ times, left }: Layout, asked: Asked): Generator<Change> {
  for (const [from, time] of times.entries())
    for (const piece of time.pieces.filter((one) => isFree(one, asked))) {
      const rest = without(time.pieces, piece);
      const late = lateBy(piece, time.time);
      for (const [to, other] of times.entries()) {
        const helps =
          rest.length === 0 || lateBy(piece, other.time) < late || kinIn(other, piece) > 0;
        if (to !== from && helps)
          yield {
            times: new Map([
              [from, rest],
              [to, [...other.pieces, piece]],
            ]),
            left,
          };
      }
    }
}

/** A time emptied, its pieces laid into others that are used: the one with the fewest first. */
function* emptied({ times, left }: Layout, asked: Asked): Generator<Change> {
  const used = [...times.entries()].filter(([, { pieces }]) => pieces.length > 0);
  for (const [from, time] of used.sort(
    ([, one], [, other]) => one.pieces.length - other.pieces.length,
  )) {
    if (!time.pieces.every((piece) => isFree(piece, asked))) continue;
    const others = new Set(used.flatMap(([at]) => (at === from ? [] : [at])));
    const so = new Relaid(times, asked, others);
    if (so.put(from, []) && time.pieces.every((piece) => so.lay(piece)))
      yield { times: so.changed, left };
  }
}

const countOf = (times: readonly Laid[]): number =>
  times.reduce((sum, { pieces }) => sum + pieces.length, 0);
/** Pairs grow with the square of a book: in a larger one they are not tried. */
const MOST_SWAPPED = 100;

/** Two pieces of two times changed for each other, where one is late or finds what it shares with. */
function* swapped({ times, left }: Layout, asked: Asked): Generator<Change> {
  if (countOf(times) > MOST_SWAPPED) return;
  for (const [at, one] of times.entries())
    for (const [to, other] of times.entries()) {
      if (to <= at) continue;
      for (const piece of one.pieces.filter((free) => isFree(free, asked)))
        for (const back of other.pieces.filter((free) => isFree(free, asked))) {
          const late = lateBy(piece, one.time) + lateBy(back, other.time);
          const then = lateBy(piece, other.time) + lateBy(back, one.time);
          const kin = kinWithout(other, back, piece) + kinWithout(one, piece, back);
          if (then > late || (then === late && kin === 0)) continue;
          yield {
            times: new Map([
              [at, [...without(one.pieces, piece), back]],
              [to, [...without(other.pieces, back), piece]],
            ]),
            left,
          };
        }
    }
}

/** A piece there was no room for, laid now; or in the place of one that finds another. */
function* laidAfterAll({ times, left }: Layout, asked: Asked): Generator<Change> {
  for (const piece of left) {
    const rest = without(left, piece);
    for (const { at, laid } of placesAbout(times, piece, asked))
      yield { times: new Map([[at, laid.pieces]]), left: rest };
    const day = heldDay(asked.held, piece);
    for (const [at, time] of times.entries()) {
      if (day !== undefined && time.time.day !== day) continue;
      for (const other of time.pieces.filter((free) => isFree(free, asked))) {
        const pieces = [...without(time.pieces, other), piece];
        for (const { at: to, laid } of placesAbout(times, other, asked))
          if (to !== at)
            yield {
              times: new Map([
                [at, pieces],
                [to, laid.pieces],
              ]),
              left: rest,
            };
      }
    }
  }
}

/** A late piece in the place of another, which goes where it adds the least. */
function* inPlaceOf({ times, left }: Layout, asked: Asked): Generator<Change> {
  if (countOf(times) > MOST_SWAPPED) return;
  for (const [from, time] of times.entries())
    for (const piece of time.pieces.filter((one) => isFree(one, asked))) {
      const late = lateBy(piece, time.time);
      if (late === 0) continue;
      for (const [at, sooner] of times.entries()) {
        if (lateBy(piece, sooner.time) >= late) continue;
        for (const other of sooner.pieces.filter((one) => isFree(one, asked)))
          for (const { at: to, laid } of placesAbout(times, other, asked))
            if (to !== at && to !== from)
              yield {
                times: new Map([
                  [from, without(time.pieces, piece)],
                  [at, [...without(sooner.pieces, other), piece]],
                  [to, laid.pieces],
                ]),
                left,
              };
      }
    }
}

/** Changes of whole pieces that are tried, in this order. */
export const MOVES: readonly Move[] = [laidAfterAll, movedOne, emptied, swapped, inPlaceOf];
/** Changes that part a piece in two: tried once whole ones are laid as well as may be. */
export const HALVES: readonly Move[] = [inHalves, madeRoomFor];
