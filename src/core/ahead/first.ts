import type { Piece } from './piece.ts';
import {
  type Asked,
  bestPlace,
  emptyAt,
  type Laid,
  laidWith,
  type Layout,
  type Place,
  placesAbout,
  withTime,
} from './place.ts';

/** Pieces laid one after the other where there is a place for them. */
export function laidInto(
  start: Layout,
  pieces: readonly Piece[],
  placeOf: (times: readonly Laid[], piece: Piece) => Place | null | undefined,
): Layout {
  let so = start;
  for (const piece of pieces) {
    const place = placeOf(so.times, piece);
    so = place ? withTime(so, place.at, place.laid) : { ...so, left: [...so.left, piece] };
  }
  return so;
}

/** As many of a time's pieces as fit, worked out; and those that are one too many, the last laid first. */
function fitted(laid: Laid, asked: Asked): { laid: Laid; over: Piece[] } {
  const pieces = [...laid.pieces];
  const over: Piece[] = [];
  for (;;) {
    const fits = laidWith(laid, pieces, asked);
    if (fits) return { laid: fits, over };
    over.push(pieces.pop()!);
  }
}

/** Pieces laid roughly, the first first, each where it is about to add the least. */
export const roughLayout = (pieces: readonly Piece[], asked: Asked): Layout =>
  laidInto(
    { times: asked.times.map(emptyAt), left: [] },
    pieces,
    (times, piece) => placesAbout(times, piece, asked)[0],
  );

/** A layout each time of which is worked out, what is too much for it left over. */
export function workedOut({ times, left }: Layout, asked: Asked): Layout {
  const fits = times.map((time) => fitted(time, asked));
  return {
    times: fits.map(({ laid }) => laid),
    left: [...left, ...fits.flatMap(({ over }) => over)],
  };
}

/** What is left over laid where there is room for it. */
export const roomFound = ({ times, left }: Layout, asked: Asked): Layout =>
  laidInto({ times, left: [] }, left, (so, piece) => bestPlace(so, piece, asked));
