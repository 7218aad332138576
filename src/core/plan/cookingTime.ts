import type { Estimate } from '../heat/index.ts';
import { afterBurst, EXCHANGE, ovenPrior, PRIOR, Z80 } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { TimingKnown } from './hands.ts';
import type { CupChoice } from './input.ts';
import { choiceDensity } from './run.ts';
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

/** s in the oven to bring a cold charge through fusion, with how unsure that is. */
export function cooking(
  cup: CupChoice,
  grams: number,
  from: number,
  { oven, learned, room }: TimingKnown,
): Estimate {
  const prior = ovenPrior(learned, {
    id: oven.id,
    oven: oven.oven,
    level: oven.oven.level,
    cups: 1,
  });
  const body = {
    plastic: grams,
    glass: glassOf(cup.vessel?.vessel),
    bore: vesselOf(cup.vessel?.vessel).bore,
    volume: grams / density(160, choiceDensity(cup)),
    exchange: EXCHANGE.usual,
    room,
    stand: Math.exp(PRIOR.stand.mean),
  };
  const needs = (efficiency: number): number => {
    let [low, high] = [0, 1200];
    for (let k = 0; k < 14; k++) {
      const middle = (low + high) / 2;
      if (
        afterBurst(
          body,
          { plastic: from, glass: Math.min(from, 100) },
          {
            microwave: {
              power: oven.oven.watts,
              level: oven.oven.level,
              cups: 1,
              efficiency,
              dead: prior.dead.mean,
            },
            seconds: middle,
            step: 4,
          },
        ).plastic <
        PLASTISOL.fusion + 2
      )
        low = middle;
      else high = middle;
    }
    return high;
  };
  const mid = needs(prior.efficiency.mean);
  return { mean: mid, sd: Math.abs(needs(prior.efficiency.mean - prior.efficiency.sd) - mid) };
}

/** Bursts a cook is given in, and a match, with a look after each (habit of the advice). */
export const COOK_BURSTS = 4;
/**
 * Share by which one evening goes quicker or slower than another, whatever is known (judgement).
 */
export const EVENINGS_DIFFER = 0.11;
