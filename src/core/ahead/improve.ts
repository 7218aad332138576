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

/** Changes that are looked at in one go at most, and how many are left to. */
export interface Looks {
  left: number;
}
/** What a search goes on with: the layout, and what it costs. */
interface So {
  layout: Layout;
  cost: Cost;
}
/**
 * The first change of a kind that costs less, from the nth on and then from the first to there; null
 * where there is none, or no more may be looked at.
 */
function better(
  { layout, cost }: So,
  { move, from, looks }: { move: Move; from: number; looks: Looks },
  asked: Asked,
): { so: So; at: number } | null {
  for (const [first, end] of [
    [from, Infinity],
    [0, from],
  ] as const) {
    let at = -1;
    for (const change of move(layout, asked)) {
      at += 1;
      if (at >= end) break;
      if (at < first) continue;
      if ((looks.left -= 1) < 0) return null;
      if (asked.about && !mayHelp(layout, change, cost, asked)) continue;
      const next = changed(layout, change, (laid, pieces) => laidWith(laid, pieces, asked));
      const now = next && costOf(next, asked);
      if (now && isLess(now, cost)) return { so: { layout: next, cost: now }, at };
    }
  }
  return null;
}

/**
 * A layout changed as long as that makes it better (a local search to the first improvement; Aarts
 * and Lenstra, *Local Search in Combinatorial Optimization*, §1). Each kind of change goes on where it
 * stood: what was of no use a moment ago mostly is not yet.
 * @param moves kinds of change that are tried, in this order and over again
 * @param told of each better one; answers whether to go on
 */
export function improve(
  start: Layout,
  asked: Asked,
  {
    moves,
    told = () => true,
    looks = { left: Infinity },
  }: { moves: readonly Move[]; told?: (so: Layout) => boolean; looks?: Looks },
): Layout {
  let so: So = { layout: start, cost: costOf(start, asked) };
  const from = moves.map(() => 0);
  let [kind, inVain] = [0, 0];
  while (inVain < moves.length) {
    const found = better(so, { move: moves[kind]!, from: from[kind]!, looks }, asked);
    if (found) {
      [so, from[kind], inVain] = [found.so, found.at, 0];
      if (!told(so.layout)) break;
    } else {
      kind = (kind + 1) % moves.length;
      inVain += 1;
    }
  }
  return so.layout;
}
