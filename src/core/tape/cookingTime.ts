import type { CupBody, CupHeat, Microwave } from '../heat/index.ts';
import { burstUntil, cupPrior, ovenPrior, PRIOR } from '../heat/index.ts';
import { Z80 } from '../quantiles.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { TimingKnown } from './hands.ts';
import type { CupChoice } from '../plan/input.ts';
import { choiceDensity } from '../plan/run.ts';
import { glassOf, vesselOf } from '../heat/vessel.ts';

export interface Range {
  low: number;
  mid: number;
  high: number;
}
export const range = (mid: number, sd: number): Range => ({
  low: Math.max(0, mid - Z80 * sd),
  mid,
  high: mid + Z80 * sd,
});

/** A cup of a plan with so much plastic in it, in its glass, by what is learned. @param grams of plastic */
export function cupWith(
  cup: CupChoice,
  grams: number,
  { room, learned }: Pick<TimingKnown, 'room' | 'learned'>,
): CupBody {
  const vessel = cup.vessel?.vessel;
  const { exchange, weight, stand } = cupPrior(learned, vessel ?? null);
  return {
    plastic: grams,
    glass: glassOf(vessel) * Math.exp(weight.mean),
    bore: vesselOf(vessel).bore,
    volume: grams / density(160, choiceDensity(cup)),
    exchange: Math.exp(exchange.mean),
    room,
    air: Math.exp(learned.air?.mean ?? PRIOR.air.mean),
    stand: Math.exp(stand.mean),
  };
}
/** What is believed of one of the shop's ovens at the power it cooks with. @param nth of those there are */
function ovenOf({ ovens, learned }: TimingKnown, nth: number) {
  const { id, oven } = ovens[nth]!;
  return { oven, prior: ovenPrior(learned, { id, oven, level: oven.level, cups: 1 }) };
}
/** One of the shop's ovens at the power it cooks with. @param nth of those there are */
export function cooksIn(known: TimingKnown, nth: number): Microwave {
  const { oven, prior } = ovenOf(known, nth);
  return {
    power: oven.watts,
    level: oven.level,
    cups: 1,
    efficiency: prior.efficiency.mean,
    dead: prior.dead.mean,
  };
}

/** Asked for again and again while a book is laid, so kept; the oldest go first. */
const kept = new Map<string, number>();
const MOST_KEPT = 2000;

/**
 * s by which it is unsure how long a charge is in the first oven, sd.
 * @param from °C it is begun at
 */
export function cookUnsure(
  cup: CupChoice,
  grams: number,
  from: number,
  known: TimingKnown,
): number {
  const body = cupWith(cup, grams, known);
  const { mean, sd } = ovenOf(known, 0).prior.efficiency;
  const microwave = cooksIn(known, 0);
  const key = JSON.stringify([body, from, microwave, sd]);
  const held = kept.get(key);
  if (held !== undefined) return held;
  const needs = (efficiency: number): number =>
    burstUntil(body, unheated(from), COOKED, {
      microwave: { ...microwave, efficiency },
      longest: LONGEST,
    });
  const made = Math.abs(needs(mean - sd) - needs(mean));
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, made);
  return made;
}
/** A cup nobody heated yet, or that more was put into. @param from °C of its plastic */
export const unheated = (from: number): CupHeat => ({ plastic: from, glass: Math.min(from, 100) });
/** K by which glass is colder than the plastic that was heated in it (judgement). */
const GLASS_BELOW = 12;
/** A cup whose plastic was made so hot. */
export const hot = (celsius: number): CupHeat => ({
  plastic: celsius,
  glass: celsius - GLASS_BELOW,
});
/** s a charge is cooked, or a cup warmed, at most: none takes longer. */
export const LONGEST = 1200;
/** °C a charge is cooked to: through fusion. */
export const COOKED = PLASTISOL.fusion + 2;

/**
 * Share by which one evening goes quicker or slower than another, whatever is known (judgement).
 */
export const EVENINGS_DIFFER = 0.04;
