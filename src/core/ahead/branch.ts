import { heldDay } from './hand.ts';
import type { Piece } from './piece.ts';
import { against, USUAL_WEIGHTS } from './weights.ts';
import {
  aboutWith,
  type Asked,
  type Cost,
  costOf,
  emptyAt,
  isLess,
  lateBy,
  laidWith,
  type Layout,
} from './place.ts';

/** Books of no more pieces are looked through whole. */
const MOST_PIECES = 12;
/** Sessions that are worked out at most while they are. */
const MOST_LOOKED = 1500;

/** What a piece adds at the least to what a layout costs, wherever it is laid. */
const leastAdded = (piece: Piece, { times, least, weights = USUAL_WEIGHTS }: Asked): number =>
  Math.min(
    ...times.map((time) =>
      against(
        { late: lateBy(piece, time), sessions: 0, seconds: least?.(piece, time) ?? 0, leftG: 0 },
        weights,
      ),
    ),
  );

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
    const time = so.times[at]!;
    const pieces = [...time.pieces, piece];
    if (!aboutWith(time, pieces, asked)) return null;
    looked += 1;
    const laid = laidWith(time, pieces, asked);
    return laid && { ...so, times: so.times.map((time, nth) => (nth === at ? laid : time)) };
  };
  // A piece more may use what another leaves over: a bound counts no plastic.
  const weights = { ...(asked.weights ?? USUAL_WEIGHTS), left: 0 };
  const adds = pieces.map((piece) => leastAdded(piece, { ...asked, weights }));
  const rest = pieces.map((_, nth) => adds.slice(nth).reduce((sum, one) => sum + one, 0));
  /** What a layout costs at the least, once the pieces from the nth on are laid too. */
  const bound = (so: Layout, nth: number): Cost => {
    const [held, left, against] = costOf(so, { ...asked, weights });
    return [held, left, against + (rest[nth] ?? 0)];
  };
  const go = (so: Layout, nth: number): void => {
    if (looked > MOST_LOOKED || !isLess(bound(so, nth), least)) return;
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
