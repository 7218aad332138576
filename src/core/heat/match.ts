import type { CupBody, CupHeat, Microwave } from './cupBody.ts';
import { stepper } from './cup.ts';
import { wattsOver } from './cupLoss.ts';

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
/** s from the first barrel's beginning to the last one's end: they are drawn in turn (judgement). */
const DRAWING = 18;

/**
 * s from when a draw is begun to the middle of one of its barrels.
 * @param nth of the barrels in the order they are drawn, the first 1
 * @param count barrels in all
 * @example drawnAfter(1, 1) → 18
 * @example drawnAfter(1, 2) → 13.5
 * @example drawnAfter(3, 3) → 24
 */
export const drawnAfter = (nth: number, count: number, { draws } = HANDS): number =>
  draws + DRAWING * ((nth - 0.5) / count - 0.5);

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
export const HORIZON = 420;

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
  const hot = (start: number, seconds: number): Row => {
    const row = (burst[start] ??= [idle(start)[2 * start]!, idle(start)[2 * start + 1]!]);
    longer(row, seconds, (into) => [wattsOver(oven, into, 0.5), wattsOver(oven, into + 0.5, 0.5)]);
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
