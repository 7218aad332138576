import type { CupBody, Estimate, Microwave } from '../heat/index.ts';
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
/** The shop's oven at the power it cooks with. */
export function cooksIn({ oven, learned }: TimingKnown): Microwave {
  const prior = ovenPrior(learned, {
    ...{ id: oven.id, oven: oven.oven, level: oven.oven.level, cups: 1 },
  });
  return {
    power: oven.oven.watts,
    level: oven.oven.level,
    cups: 1,
    efficiency: prior.efficiency.mean,
    dead: prior.dead.mean,
  };
}

/** Asked for again and again while a book is laid, so kept; the oldest go first. */
const kept = new Map<string, Estimate>();
const MOST_KEPT = 2000;

/** s in the oven to bring a charge through fusion, with how unsure that is. @param from °C */
export function cooking(cup: CupChoice, grams: number, from: number, known: TimingKnown): Estimate {
  const body = cupWith(cup, grams, known);
  const { efficiency } = ovenPrior(known.learned, {
    ...{ id: known.oven.id, oven: known.oven.oven, level: known.oven.oven.level, cups: 1 },
  });
  const microwave = cooksIn(known);
  const key = JSON.stringify([body, from, microwave, efficiency]);
  const held = kept.get(key);
  if (held) return held;
  const needs = (share: number): number =>
    cookedAfter(body, from, { ...microwave, efficiency: share });
  const mid = needs(efficiency.mean);
  const made = { mean: mid, sd: Math.abs(needs(efficiency.mean - efficiency.sd) - mid) };
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, made);
  return made;
}
/** s of one long burst until a cup is through fusion. @param from °C */
const cookedAfter = (body: CupBody, from: number, microwave: Microwave): number =>
  burstUntil(body, { plastic: from, glass: Math.min(from, 100) }, COOKED, {
    microwave,
    longest: LONGEST,
  });
/** s a charge is cooked at most: none takes longer. */
const LONGEST = 1200;
/** °C a charge is cooked to: through fusion. */
export const COOKED = PLASTISOL.fusion + 2;

/** Bursts a cook is given in, and a match, with a look after each (habit of the advice). */
export const COOK_BURSTS = 4;
/**
 * Share by which one evening goes quicker or slower than another, whatever is known (judgement).
 */
export const EVENINGS_DIFFER = 0.04;
