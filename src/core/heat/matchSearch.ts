import type { CupBody, CupHeat, Microwave } from './cupBody.ts';
import { type Hands, HANDS, type MatchWanted, type MatchAnswer, HORIZON } from './match.ts';
import {
  type Matching,
  LONGEST_BURST,
  tableOf,
  orders,
  subsets,
  leastOf,
  notBefore,
} from './match.ts';

export interface Cup {
  body: CupBody;
  heat: CupHeat;
  /** the longest burst that is safe, s, where that is known */
  longest?: number;
}
type Table = ReturnType<typeof tableOf>;
/** Heats of cups, second by second, in one oven: made once for all that is asked of them. */
export const tablesOf = (cups: Cup[], oven: Microwave): Table[] =>
  cups.map((cup) => tableOf(cup.body, cup.heat, oven));
interface Found {
  matching: Matching;
  gap: number;
}

/**
 * The best draw at one moment: of all orders of bursts, one a cup at most, the one that brings the
 * cups nearest to each other, in the window, not more than `apart` apart. Each cup's burst is one
 * of the few that bring it into what the cups before it leave of the window: heat rises with the
 * burst, so they lie together and are found by halving.
 */
function searchFor(
  cups: Cup[],
  table: Table[],
  wanted: MatchWanted,
  hands: Hands,
): (draw: number, apart: number) => Found | null {
  const all = cups.map((_, i) => i);
  const plans = subsets(cups.length).flatMap((set) =>
    orders(set.length).map((order) => order.map((i) => set[i]!)),
  );
  const entry = table.map((other) => notBefore(other, wanted));
  const each = hands.change + hands.stir;
  // A cup that is not getting hotter by itself wants at least the burst that leaves it in the
  // window after its stir and what comes after, and the later it begins the longer: earlier draws
  // need no looking at.
  const wants = (cup: number, start: number, after: number): number => {
    const { heat } = cups[cup]!;
    return heat.glass > heat.plastic
      ? hands.least
      : leastOf(
          hands.least,
          LONGEST_BURST,
          (burst) => table[cup]!.then(start, burst, after) >= wanted.low,
        );
  };
  const shortest = all.map((i) => wants(i, hands.change, hands.stir + hands.draws));
  /** s that those after the k-th of an order want for themselves, at least */
  const restOf = (order: readonly number[]): number[] =>
    order.map((_, k) => order.slice(k + 1).reduce((sum, i) => sum + each + shortest[i]!, 0));
  const tries = plans.map((order) => {
    const rest = restOf(order);
    return {
      order,
      rest,
      others: all.filter((i) => !order.includes(i)),
      soonest: order.reduce(
        (at, i, k) => at + each + wants(i, at + hands.change, hands.stir + hands.draws + rest[k]!),
        0,
      ),
    };
  });

  return (draw, apart) => {
    let best: Found | null = null;
    const middle = draw + hands.draws;
    let { order, rest } = tries[0]!;
    const chosen: { seconds: number; at: number }[] = [];
    const ends: number[] = [];
    const go = (place: number, start: number, low: number, high: number): void => {
      const nearer = Math.min(apart, best?.gap ?? Infinity);
      if (place === order.length) {
        const gap = high - low;
        if (gap > apart || (best && gap >= best.gap)) return;
        const heats = all.map((i) => {
          const at = order.indexOf(i);
          return at < 0 ? table[i]!.idle(middle) : ends[at]!;
        });
        best = {
          gap,
          matching: {
            bursts: order.map((cup, i) => ({ cup, ...chosen[i]! })),
            draw,
            wait: draw - start,
            heats,
          },
        };
        return;
      }
      const index = order[place]!;
      const other = table[index]!;
      const from = Math.max(start + hands.change, entry[index]!);
      const most = Math.min(
        LONGEST_BURST,
        cups[index]!.longest ?? Infinity,
        draw - from - hands.stir - rest[place]!,
      );
      const floor = Math.max(wanted.low, low === Infinity ? -Infinity : high - nearer);
      const roof = Math.min(wanted.high, low === Infinity ? Infinity : low + nearer);
      const least = leastOf(
        hands.least,
        most,
        (burst) => other.then(from, burst, middle - from - burst) >= floor,
      );
      for (let burst = least; burst <= most; burst++) {
        const at = other.then(from, burst, middle - from - burst);
        if (at > roof || other.peak(from, burst) > wanted.ceiling) break;
        if (at < floor) continue;
        chosen[place] = { seconds: burst, at: from };
        ends[place] = at;
        go(place + 1, from + burst + hands.stir, Math.min(low, at), Math.max(high, at));
      }
    };
    for (const one of tries) {
      if (one.soonest > draw) continue;
      let [low, high] = [Infinity, -Infinity];
      for (const other of one.others) {
        const celsius = table[other]!.idle(middle);
        low = Math.min(low, celsius);
        high = Math.max(high, celsius);
      }
      if (low < wanted.low || high > wanted.high) continue;
      ({ order, rest } = one);
      go(0, 0, low, high);
    }
    return best;
  };
}

/**
 * The soonest draw at which every cup is in the window and within `apart` of each other, none ever
 * over the ceiling (M4): at most one burst a cup, never while it is over the window, one cup in the
 * microwave at a time, then a common wait. Exact on a grid of one second: each moment of the draw
 * is tried, earliest first. Where there is none, how near they come to each other in the window at
 * any moment.
 * @param tables of these cups in this oven, where more than one match is asked of them
 * @param tell how near they come, where that is wanted: it is as much work again
 */
export function matchCups(
  cups: Cup[],
  oven: Microwave,
  {
    wanted,
    hands = HANDS,
    tell = true,
    tables = tablesOf(cups, oven),
  }: { wanted: MatchWanted; hands?: Hands; tell?: boolean; tables?: Table[] },
): MatchAnswer {
  if (Math.max(...cups.map((cup) => cup.heat.plastic)) > wanted.ceiling)
    return { ok: false, least: null, why: 'one cup is over the ceiling already' };
  const bestAt = searchFor(cups, tables, wanted, hands);
  for (let draw = 0; draw <= HORIZON; draw++) {
    const found = bestAt(draw, wanted.apart);
    if (found) return { ok: true, matching: found.matching };
  }
  let least: number | null = null;
  for (let draw = 0; tell && draw <= HORIZON; draw++)
    least = bestAt(draw, least ?? Infinity)?.gap ?? least;
  const why =
    least === null
      ? 'no safe bursts, one to a cup, bring them all into the window together'
      : 'they come into the window, but not near enough to one another';
  return { ok: false, least, why };
}
