import type { CupBody, CupHeat, Microwave } from './cup.ts';
import { stepper, wattsOver } from './cup.ts';

/** Hands between bursts, s; settings of the shop. */
export interface Hands {
  stir: number;
  change: number;
  /** shortest burst worth giving */
  least: number;
  /**
   * from when a draw is begun to its middle (handbook §2 step 13: slowly): what cups are then is
   * what counts
   */
  draws: number;
}
/** Judgements, as hands usually are. */
export const HANDS: Hands = { stir: 10, change: 5, least: 4, draws: 18 };

export interface MatchWanted {
  low: number;
  high: number;
  /** K apart at the draw */
  apart: number;
  ceiling: number;
}
export interface Matching {
  /** bursts in order: which cup, how long, begun so many s from now */
  bursts: { cup: number; seconds: number; at: number }[];
  /** s from now until the draw is begun, and of it the wait at the end */
  draw: number;
  wait: number;
  /** °C of each cup in the middle of the draw */
  heats: number[];
}
export type MatchAnswer =
  { ok: true; matching: Matching } | { ok: false; least: number | null; why: string };

/** The longest burst and the longest evening of matching that is looked at, s. */
export const LONGEST_BURST = 90;
const HORIZON = 420;

/**
 * Heats of one cup, second by second: left alone, and after any burst begun at any second. Made as
 * they are asked for.
 */
export function tableOf(body: CupBody, heat: CupHeat, oven: Microwave) {
  const go = stepper(body);
  /** plastic and glass in turn */
  type Row = number[];
  const alone: Row = [heat.plastic, heat.glass];
  const longer = (row: Row, count: number, watts: (step: number) => [number, number] | 0): void => {
    while (row.length < 2 * (count + 1)) {
      const count = row.length;
      const power = watts(count / 2 - 1);
      if (power === 0) {
        const next = go(row[count - 2]!, row[count - 1]!, 0, 1);
        row.push(next.plastic, next.glass);
      } else {
        const half = go(row[count - 2]!, row[count - 1]!, power[0], 0.5);
        const next = go(half.plastic, half.glass, power[1], 0.5);
        row.push(next.plastic, next.glass);
      }
    }
  };
  const off = (): 0 => 0;
  const idle = (start: number): Row => {
    longer(alone, start, off);
    return alone;
  };
  const burst: Row[] = [];
  const cooled: Row[] = [];
  /** while a burst begun at second s goes on; longer ones go on from shorter ones */
  const hot = (start: number, b: number): Row => {
    const row = (burst[start] ??= [idle(start)[2 * start]!, idle(start)[2 * start + 1]!]);
    longer(row, b, (into) => [wattsOver(oven, into, 0.5), wattsOver(oven, into + 0.5, 0.5)]);
    return row;
  };
  return {
    idle: (start: number): number => idle(start)[2 * start]!,
    peak: (start: number, burst: number): number => hot(start, burst)[2 * burst]!,
    /** e s after that burst */
    then: (start: number, burst: number, wait: number): number => {
      const row = (cooled[start * (LONGEST_BURST + 1) + burst] ??= [
        hot(start, burst)[2 * burst]!,
        hot(start, burst)[2 * burst + 1]!,
      ]);
      longer(row, wait, off);
      return row[2 * wait]!;
    },
  };
}

/** Every order of n things, and every choice among them. */
export const orders = (count: number): number[][] =>
  count === 0
    ? [[]]
    : orders(count - 1).flatMap((order) =>
        Array.from({ length: count }, (_, i) => [
          ...order.slice(0, i),
          count - 1,
          ...order.slice(i),
        ]),
      );
export const subsets = (count: number): number[][] =>
  Array.from({ length: 2 ** count }, (_, bits) =>
    Array.from({ length: count }, (_, i) => i).filter((i) => bits & (1 << i)),
  );

/**
 * Least whole number from `low` for which something that stays true once true is true, by halving;
 * `high` where it is not below that.
 */
export function leastOf(low: number, high: number, is: (count: number) => boolean): number {
  while (low < high) {
    const middle = (low + high) >> 1;
    if (is(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** s from now until a cup is no longer over its window: until then it is not heated. */
export const notBefore = (table: ReturnType<typeof tableOf>, { high }: MatchWanted): number =>
  leastOf(0, HORIZON, (start) => table.idle(start) <= high);

interface Cup {
  body: CupBody;
  heat: CupHeat;
  /** the longest burst that is safe, s, where that is known */
  longest?: number;
}
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
  oven: Microwave,
  wanted: MatchWanted,
  hands: Hands,
): (draw: number, apart: number) => Found | null {
  const table = cups.map((cup) => tableOf(cup.body, cup.heat, oven));
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
      let least = hands.least;
      for (let longest = most; least < longest;) {
        const halfway = (least + longest) >> 1;
        if (other.then(from, halfway, middle - from - halfway) >= floor) longest = halfway;
        else least = halfway + 1;
      }
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
 * @param tell how near they come, where that is wanted: it is as much work again
 */
export function matchCups(
  cups: Cup[],
  oven: Microwave,
  wanted: MatchWanted,
  hands: Hands = HANDS,
  tell = true,
): MatchAnswer {
  if (Math.max(...cups.map((cup) => cup.heat.plastic)) > wanted.ceiling)
    return { ok: false, least: null, why: 'one cup is over the ceiling already' };
  const bestAt = searchFor(cups, oven, wanted, hands);
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
