import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import { USUAL_WEIGHTS } from './weights.ts';
import { type Asked, costOf, emptyAt, isLess, lateBy, type Layout, withPiece } from './place.ts';

/** Books of no more pieces are looked through whole. */
const MOST_PIECES = 12;
/** Sessions that are worked out at most while they are. */
const MOST_LOOKED = 1500;

/**
 * The best layout of a small book: every way to lay its pieces, left where it cannot be better than
 * the best so far (branch and bound; Land and Doig 1960, *Econometrica* 28). What a session lasts
 * never gets less by a piece more, but for what chance spares; a bound is taken from what is laid.
 * @returns the layout it was given, where none is better, the book is not small, or too much would
 *   have to be worked out
 */
export function branched(start: Layout, asked: Asked): Layout {
  const pieces = [...start.times.flatMap((time) => time.pieces), ...start.left].sort(
    (one, other) => one.by - other.by || one.key.localeCompare(other.key),
  );
  if (pieces.length > MOST_PIECES) return start;
  let best = start;
  let least = costOf(start, asked);
  let looked = 0;
  const tryAt = (so: Layout, piece: Piece, at: number): Layout | null => {
    looked += 1;
    const laid = withPiece(so.times[at]!, piece, asked);
    return laid && { ...so, times: so.times.map((time, nth) => (nth === at ? laid : time)) };
  };
  // A piece more may use what another leaves over: a bound counts no plastic.
  const bounding = { ...asked, weights: { ...(asked.weights ?? USUAL_WEIGHTS), left: 0 } };
  const go = (so: Layout, nth: number): void => {
    if (looked > MOST_LOOKED || !isLess(costOf(so, bounding), least)) return;
    const piece = pieces[nth];
    if (!piece) {
      const cost = costOf(so, asked);
      if (isLess(cost, least)) [best, least] = [so, cost];
      return;
    }
    const day = heldDay(asked.held, piece);
    const places = so.times
      .map((time, at) => ({ at, time, late: lateBy(piece, time.time) }))
      .filter(({ time }) => day === undefined || time.time.day === day)
      .sort(
        (one, other) =>
          one.late - other.late ||
          other.time.pieces.length - one.time.pieces.length ||
          one.at - other.at,
      );
    for (const { at } of places) {
      const next = tryAt(so, piece, at);
      if (next) go(next, nth + 1);
    }
    go({ ...so, left: [...so.left, piece] }, nth + 1);
  };
  go({ times: start.times.map(({ time }) => emptyAt(time)), left: [] }, 0);
  return best;
}
