import type { Change, Move } from './change.ts';
import {
  aboutWith,
  type Asked,
  type Cost,
  costOf,
  isLess,
  type Laid,
  laidWith,
  type Layout,
} from './place.ts';

/**
 * Share of the sessions it changes by which a change may be about to cost more, and is worked out yet:
 * what is about known is off by as much (judgement).
 */
const UNSURE = 0.02;

/** A layout with a change in it, its times found by `find`; null where one does not fit. */
function changed(
  so: Layout,
  { times: pieces, left }: Change,
  find: (laid: Laid, pieces: Change['left']) => Laid | null,
): Layout | null {
  const times: Laid[] = [];
  for (const [at, time] of so.times.entries()) {
    const own = pieces.get(at);
    const laid = own ? find(time, own) : time;
    if (!laid) return null;
    times.push(laid);
  }
  return { times, left };
}

/** Whether a change is about to cost less, or may. */
function mayHelp(so: Layout, change: Change, cost: Cost, asked: Asked): boolean {
  const about = changed(so, change, (laid, pieces) => aboutWith(laid, pieces, asked));
  if (!about) return false;
  const [held, left, against] = costOf(about, asked);
  const seconds = [...change.times.keys()].reduce((sum, at) => sum + so.times[at]!.seconds, 0);
  return isLess([held, left, against - UNSURE * seconds], cost);
}

/** The first layout of a change that costs less. */
function better(so: Layout, asked: Asked, moves: readonly Move[]): Layout | null {
  const cost = costOf(so, asked);
  for (const move of moves)
    for (const change of move(so, asked)) {
      if (asked.about && !mayHelp(so, change, cost, asked)) continue;
      const next = changed(so, change, (laid, pieces) => laidWith(laid, pieces, asked));
      if (next && isLess(costOf(next, asked), cost)) return next;
    }
  return null;
}

/**
 * A layout changed as long as that makes it better (a local search to the first improvement; Aarts
 * and Lenstra, *Local Search in Combinatorial Optimization*, §1).
 * @param moves changes that are tried, in this order
 * @param told of each better one; answers whether to go on
 */
export function improve(
  start: Layout,
  asked: Asked,
  { moves, told }: { moves: readonly Move[]; told: (so: Layout) => boolean },
): Layout {
  let so = start;
  for (;;) {
    const next = better(so, asked, moves);
    if (!next) return so;
    so = next;
    if (!told(so)) return so;
  }
}
