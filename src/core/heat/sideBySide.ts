import type { CupBody, CupHeat, Microwave } from './cupBody.ts';
import type { Hands, Matching, MatchWanted } from './match.ts';
import { leastOf, LONGEST_BURST, notBefore, orders, subsets, tableOf } from './match.ts';

/** A burst of a plan: which cup, in which of the ovens, begun so many s from now. */
export interface Going {
  cup: number;
  seconds: number;
  oven: number;
  at: number;
}
export interface SideBySide extends Omit<Matching, 'bursts'> {
  bursts: Going[];
}
interface Cup {
  body: CupBody;
  heat: CupHeat;
  /** the longest burst that is safe in each oven, s */
  longest: number[];
}

/** The longest that is looked ahead, s, and in what steps. */
const HORIZON = 192;
const STEP = 6;
/** Where in the window cups are brought to, as shares of it, the best first. */
const AIMS = [0.65, 0.4] as const;
/** K a cup may end off what it was brought to: a burst is whole seconds. */
const OFF = 1.5;

type Table = ReturnType<typeof tableOf>;
type Tables = Table[][];
/**
 * Heats of every cup in every oven, second by second, made as they are asked for: what is looked
 * for again goes on from them.
 */
export const tablesFor = (
  cups: readonly Pick<Cup, 'body' | 'heat'>[],
  ovens: readonly Microwave[],
): Tables => cups.map((cup) => ovens.map((oven) => tableOf(cup.body, cup.heat, oven)));

/** The burst that leaves a cup nearest to a heat at the draw; null where none that is safe does. */
function burstFor(
  table: Table,
  {
    from,
    draw,
    to,
    most,
    hands,
    ceiling,
  }: { from: number; draw: number; to: number; most: number; hands: Hands; ceiling: number },
): number | null {
  if (most < hands.least) return null;
  const ends = (burst: number) => table.then(from, burst, draw + hands.draws - from - burst);
  const over = leastOf(hands.least, most, (burst) => ends(burst) >= to);
  const under = Math.max(hands.least, over - 1);
  const burst = Math.abs(ends(under) - to) < Math.abs(ends(over) - to) ? under : over;
  return Math.abs(ends(burst) - to) <= OFF && table.peak(from, burst) <= ceiling ? burst : null;
}

/**
 * One pair of hands at several ovens: cups go in as ovens come free, each is taken out and stirred
 * when it is done, and all are at one heat at the draw. Null where this order cannot be done by
 * then.
 */
function tried(
  tables: Tables,
  cups: Cup[],
  {
    order,
    draw,
    to,
    wanted,
    hands,
  }: { order: number[]; draw: number; to: number; wanted: MatchWanted; hands: Hands },
): Going[] | null {
  const ovens = tables[0]!.length;
  const inside: { oven: number; end: number }[] = [];
  const bursts: Going[] = [];
  let now = 0;
  const takeOut = (): number => {
    const next = inside.reduce((made, next) => (next.end < made.end ? next : made));
    inside.splice(inside.indexOf(next), 1);
    now = Math.max(now, next.end) + hands.stir;
    return next.oven;
  };
  for (const cup of order) {
    const busy = new Set(inside.map((other) => other.oven));
    const free = Array.from({ length: ovens }, (_, i) => i).find((i) => !busy.has(i)) ?? takeOut();
    const from = Math.max(now + hands.change, notBefore(tables[cup]![free]!, wanted));
    if (from + hands.least + hands.stir > draw) return null;
    const most = Math.min(LONGEST_BURST, cups[cup]!.longest[free]!, draw - from - hands.stir);
    const seconds = burstFor(tables[cup]![free]!, {
      from,
      draw,
      to,
      most,
      hands,
      ceiling: wanted.ceiling,
    });
    if (seconds === null) return null;
    bursts.push({ cup, seconds, oven: free, at: from });
    inside.push({ oven: free, end: from + seconds });
    now = from;
  }
  while (inside.length > 0) takeOut();
  return now <= draw ? bursts : null;
}

/**
 * The soonest draw with every oven of the shop at work (M4): at most one burst a cup; hands put in,
 * take out and stir one after another. By enumeration of orders on a grid of moments and aims, so
 * near the soonest, not always it.
 */
export function matchSideBySide(
  cups: Cup[],
  ovens: Microwave[],
  {
    wanted,
    hands,
    tables = tablesFor(cups, ovens),
  }: { wanted: MatchWanted; hands: Hands; tables?: Tables },
): SideBySide | null {
  const all = cups.map((_, i) => i);
  const plans = subsets(cups.length).flatMap((set) =>
    orders(set.length).map((order) => order.map((i) => set[i]!)),
  );
  const at = (draw: number): SideBySide | null => {
    let best: SideBySide | null = null;
    for (const order of plans) {
      // Fewer bursts are less work: a longer order is of no use once a shorter one does.
      if (best && order.length >= best.bursts.length) continue;
      const found = heldAt(draw, order, all, { cups, tables, wanted, hands });
      if (found) best = found;
    }
    return best;
  };
  for (let draw = 0; draw <= HORIZON; draw += STEP) {
    const found = at(draw);
    if (found) return (draw > 0 ? at(draw - STEP / 2) : null) ?? found;
  }
  return null;
}

interface Search {
  cups: Cup[];
  tables: Tables;
  wanted: MatchWanted;
  hands: Hands;
}
/**
 * A draw at one moment, with the cups put in in one order; null where they are not together then.
 */
function heldAt(
  draw: number,
  order: number[],
  all: number[],
  { cups, tables, wanted, hands }: Search,
): SideBySide | null {
  const middle = draw + hands.draws;
  const still = all.filter((i) => !order.includes(i)).map((i) => tables[i]![0]!.idle(middle));
  if (still.some((heat) => heat < wanted.low || heat > wanted.high)) return null;
  const aims =
    still.length > 0
      ? [Math.min(wanted.high, (Math.min(...still) + Math.max(...still)) / 2 + 0.5)]
      : AIMS.map((share) => wanted.low + share * (wanted.high - wanted.low));
  for (const to of aims) {
    const bursts = tried(tables, cups, { order, draw, to, wanted, hands });
    if (!bursts) continue;
    const heats = all.map((i) => {
      const going = bursts.find((burst) => burst.cup === i);
      return going
        ? tables[i]![going.oven]!.then(going.at, going.seconds, middle - going.at - going.seconds)
        : tables[i]![0]!.idle(middle);
    });
    if (
      Math.max(...heats) - Math.min(...heats) > wanted.apart ||
      Math.min(...heats) < wanted.low ||
      Math.max(...heats) > wanted.high
    )
      continue;
    return { bursts, draw, wait: draw - handsFree(bursts, hands), heats };
  }
  return null;
}

/**
 * s that hands wait before a burst of a plan, with all before it given and stirred: its cup is over
 * the window till then.
 */
export const waitsBefore = (bursts: readonly Going[], i: number, hands: Hands): number =>
  Math.max(0, bursts[i]!.at - hands.change - handsFree(bursts.slice(0, i), hands));

/** s from now when the last cup of a plan is stirred: taken out in the order they are done. */
export function handsFree(bursts: readonly Going[], hands: Hands): number {
  let now = 0;
  const waiting = [...bursts];
  const inside: Going[] = [];
  const end = (going: Going) => going.at + going.seconds;
  while (waiting.length > 0 || inside.length > 0) {
    const next = waiting[0];
    const busy = next !== undefined && inside.some((going) => going.oven === next.oven);
    if (next && !busy) {
      inside.push(waiting.shift()!);
      now = Math.max(now + hands.change, next.at);
    } else {
      const out = inside.reduce((made, going) => (end(going) < end(made) ? going : made));
      inside.splice(inside.indexOf(out), 1);
      now = Math.max(now, end(out)) + hands.stir;
    }
  }
  return now;
}
