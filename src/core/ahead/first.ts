import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import {
  type Asked,
  bestPlace,
  emptyAt,
  type Laid,
  laidWith,
  type Layout,
  placesAbout,
} from './place.ts';

const withTime = (times: readonly Laid[], at: number, laid: Laid): Laid[] =>
  times.map((time, nth) => (nth === at ? laid : time));

/** Pieces one after the other where each is about to add the least. */
function roughly(pieces: readonly Piece[], asked: Asked): Layout {
  let so: Layout = { times: asked.times.map(emptyAt), left: [] };
  for (const piece of pieces) {
    const [place] = placesAbout(so.times, piece, asked);
    so = place
      ? { ...so, times: withTime(so.times, place.at, place.laid) }
      : { ...so, left: [...so.left, piece] };
  }
  return so;
}

/** As many of a time's pieces as fit, worked out; and those that are one too many, the last wanted first. */
function fitted(laid: Laid, asked: Asked): { laid: Laid; over: Piece[] } {
  const rank = (piece: Piece) => (heldDay(asked.held, piece) === undefined ? 1 : 0);
  const pieces = [...laid.pieces].sort(
    (one, other) => rank(one) - rank(other) || one.by - other.by,
  );
  const over: Piece[] = [];
  for (;;) {
    const fits = laidWith(laid, pieces, asked);
    if (fits) return { laid: fits, over };
    over.push(pieces.pop()!);
  }
}

/**
 * A first layout: roughly, then each time worked out, and what is too much for it laid where there is
 * room. A time is worked out once or twice, and not at every piece.
 * @param pieces the first to be laid first
 */
export function firstLayout(pieces: readonly Piece[], asked: Asked): Layout {
  const rough = roughly(pieces, asked);
  const fits = rough.times.map((time) => fitted(time, asked));
  const open = new Set([...rough.left, ...fits.flatMap(({ over }) => over)]);
  let so: Layout = { times: fits.map(({ laid }) => laid), left: [] };
  for (const piece of pieces.filter((one) => open.has(one))) {
    const place = bestPlace(so.times, piece, asked);
    so = place
      ? { ...so, times: withTime(so.times, place.at, place.laid) }
      : { ...so, left: [...so.left, piece] };
  }
  return so;
}
