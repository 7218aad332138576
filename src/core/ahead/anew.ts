import { seeded } from '../chance.ts';
import { isFree } from './change.ts';
import { laidInto } from './first.ts';
import { quickestFirst, soonestFirst } from './orders.ts';
import type { Piece } from './piece.ts';
import { type Asked, emptyAt, type Laid, type Layout, placesAbout } from './place.ts';

/** Times that are taken apart at once: so many at least, so many at most (judgement). */
const APART = { least: 2, most: 4 } as const;
/** Share by which the order pieces are laid in is shaken, so that each try is another (judgement). */
const SHAKEN = 0.3;

/** An order with each piece somewhat sooner or later in it. */
function shaken(pieces: readonly Piece[], chance: () => number): Piece[] {
  const places = pieces.map((piece, nth) => ({
    piece,
    at: nth + SHAKEN * pieces.length * (chance() - 0.5),
  }));
  return places.sort((one, other) => one.at - other.at).map(({ piece }) => piece);
}

/** A time without what may be laid elsewhere, by what it is about to take then. */
function cleared(time: Laid, asked: Asked): Laid {
  const held = time.pieces.filter((piece) => !isFree(piece, asked));
  if (held.length === 0) return emptyAt(time.time);
  const took = asked.takes(held, time.time, time);
  return 'refused' in took ? time : { ...time, ...took, pieces: held };
}

/**
 * Some times of a layout taken apart, and what was laid there, or nowhere, laid anew roughly (ruin and
 * recreate; Schrimpf et al. 2000, *Journal of Computational Physics* 159).
 * @param nth try; the same is the same each time
 */
export function laidAnew({ times, left }: Layout, rough: Asked, nth: number): Layout {
  const chance = seeded(nth);
  const many = APART.least + Math.floor((APART.most - APART.least + 1) * chance());
  const apart = new Set(Array.from({ length: many }, () => Math.floor(times.length * chance())));
  const kept = times.map((time, at) => (apart.has(at) ? cleared(time, rough) : time));
  const gone = times.flatMap((time, at) =>
    time.pieces.filter((piece) => !kept[at]!.pieces.includes(piece)),
  );
  const order = chance() < 0.5 ? quickestFirst : soonestFirst;
  const pieces = shaken(order([...gone, ...left], rough), chance);
  return laidInto(
    { times: kept, left: [] },
    pieces,
    (so, piece) => placesAbout(so, piece, rough)[0],
  );
}
