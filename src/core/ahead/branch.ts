import { inOrder, type Piece } from './piece.ts';
import {
  type Asked,
  type Cost,
  costOf,
  emptyAt,
  isLess,
  laidWith,
  lateBy,
  type Layout,
  placesAbout,
  withTime,
} from './place.ts';
import { against, USUAL_WEIGHTS, type Weights } from './weights.ts';

/** Books of no more pieces are looked through whole. */
export const MOST_BRANCHED = 12;
/** Sessions that are worked out at most while they are. */
const MOST_LOOKED = 1500;
/** Share of what a session is about to take that it takes at the least (judgement; see `about.ts`). */
const HARDLY_LESS = 0.9;

/** What a piece adds at the least to what a layout costs, wherever it is laid. */
const leastAdded = (piece: Piece, { times, least }: Asked, weights: Weights): number =>
  Math.min(
    ...times.map((time) =>
      against(
        { late: lateBy(piece, time), sessions: 0, seconds: least?.(piece, time) ?? 0, leftG: 0 },
        weights,
      ),
    ),
  );

/** What a layout costs at the least, once the pieces from the nth on are laid too. */
function bounding(pieces: readonly Piece[], asked: Asked): (so: Layout, nth: number) => Cost {
  // A piece more may use what another leaves over: a bound counts no plastic.
  const weights = { ...(asked.weights ?? USUAL_WEIGHTS), left: 0 };
  const adds = pieces.map((piece) => leastAdded(piece, asked, weights));
  const rest = pieces.map((_, nth) => adds.slice(nth).reduce((sum, one) => sum + one, 0));
  return (so, nth) => {
    const [held, left, counts] = costOf(so, { ...asked, weights });
    return [held, left, counts + (rest[nth] ?? 0)];
  };
}

/**
 * The best layout of a small book: every way to lay its pieces, left where it cannot be better than
 * the best so far (branch and bound; Land and Doig 1960, *Econometrica* 28). What a session lasts
 * never gets less by a piece more, but for what chance spares; a bound is taken from what is laid and
 * from what the others take at the least, and a session is worked out only where it may be better
 * by what it is about to take.
 * @returns the layout it was given, where none is better; null where the book is not small, or too much
 *   would have to be worked out
 */
export function branched(start: Layout, asked: Asked): Layout | null {
  const pieces = inOrder([...start.times.flatMap((time) => time.pieces), ...start.left]);
  if (pieces.length > MOST_BRANCHED) return null;
  const bound = bounding(pieces, asked);
  let best = start;
  let least = costOf(start, asked);
  let looked = 0;
  const go = (so: Layout, nth: number): void => {
    if (looked > MOST_LOOKED || !isLess(bound(so, nth), least)) return;
    const piece = pieces[nth];
    if (!piece) {
      const cost = costOf(so, asked);
      if (isLess(cost, least)) [best, least] = [so, cost];
      return;
    }
    for (const { at, laid: about } of placesAbout(so.times, piece, asked)) {
      const hoped = { ...about, seconds: HARDLY_LESS * about.seconds };
      if (!isLess(bound(withTime(so, at, hoped), nth + 1), least)) continue;
      looked += 1;
      const laid = laidWith(so.times[at]!, about.pieces, asked);
      if (laid) go(withTime(so, at, laid), nth + 1);
    }
    go({ ...so, left: [...so.left, piece] }, nth + 1);
  };
  go({ times: start.times.map(({ time }) => emptyAt(time)), left: [] }, 0);
  return looked > MOST_LOOKED ? null : best;
}
