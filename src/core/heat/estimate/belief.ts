import type { CupBody } from '../cupBody.ts';
import type { Estimate } from '../meanAndSpread.ts';
import { instrumentPrior } from '../instrument.ts';

/**
 * What the shop believes of its bench (M2, M3): heats of every cup and the constants behind them,
 * in one state with one covariance, so that a reading of one cup also tells of the microwave and of
 * the room. An extended Kalman filter: Jazwinski, *Stochastic Processes and Filtering Theory*,
 * §8.3; Joseph's form.
 */
export interface Belief {
  at: number;
  /**
   * air, instrument; then efficiency and dead time of each oven; then plastic, glass, ln exchange,
   * ln weight, ln stand of each cup
   */
  mean: number[];
  covariance: number[][];
  /** what the air comes back to, when a draught has passed */
  base: number;
  ovens: string[];
  /** by oven: ln of how far the hottest of a cup in it runs ahead, against the usual */
  uneven: Map<string, Estimate>;
  cups: string[];
  bodies: Map<string, CupBody>;
  /**
   * °C each cup can be at the coldest and the hottest: nothing colder than the room went in, and so
   * much energy at most
   */
  could: Map<string, HeatBounds>;
}
export interface HeatBounds {
  least: number;
  most: number;
}
/**
 * What is known of one cup beside its heat: ln W/K between plastic and glass, ln of its weight
 * against the usual, ln W/K into what it stands on.
 */
export interface CupConstants {
  exchange: Estimate;
  weight: Estimate;
  stand: Estimate;
}
export interface OvenConstants {
  efficiency: Estimate;
  dead: Estimate;
  /** ln of how far the hottest of a cup in it runs ahead, against the usual; left out = not known */
  uneven?: Estimate;
}
/** Before anything is learned: usual values and judgements (docs/models.md). */
export const PRIOR = {
  /** ln of how much faster a cup loses heat than still air would take it */
  air: { mean: 0, sd: 0.25 },
  /** K an instrument reads over what the plastic is: of a probe nobody checked */
  instrument: instrumentPrior(),
  /** ln W/K from a cup's glass into the bench it stands on: wood little, metal more */
  stand: { mean: Math.log(0.12), sd: 0.8 },
  one: { efficiency: { mean: 0.5, sd: 0.1 }, dead: { mean: 2.5, sd: 0.7 } },
  two: { efficiency: { mean: 0.55, sd: 0.1 }, dead: { mean: 2.5, sd: 0.7 } },
  /** ln W/K between plastic and glass */
  exchange: { mean: Math.log(3), sd: 0.5 },
  /** ln of a cup's warm glass against what a cup of its size and charge usually has */
  weight: { mean: 0, sd: 0.25 },
} as const;
/**
 * What a constant can be at all, and how softly it comes to its ends: state and constant are the
 * same but near them.
 */
export interface Range {
  low: number;
  high: number;
  soft: number;
}
export const RANGE = {
  air: { low: Math.log(0.35), high: Math.log(4), soft: 0.08 },
  efficiency: { low: 0.05, high: 0.9, soft: 0.02 },
  dead: { low: 0, high: 45, soft: 0.25 },
  exchange: { low: Math.log(0.6), high: Math.log(15), soft: 0.08 },
  weight: { low: Math.log(0.45), high: Math.log(2.2), soft: 0.05 },
  stand: { low: Math.log(0.01), high: Math.log(4), soft: 0.15 },
} as const satisfies Record<string, Range>;
const softPlus = (x: number): number => (x > 30 ? x : Math.log1p(Math.exp(x)));
/**
 * The constant a state stands for: rising everywhere, within its range whatever the state, the
 * state itself between.
 */
export const softlyWithin = (x: number, { low, high, soft }: Range): number =>
  low + soft * (softPlus((x - low) / soft) - softPlus((x - high) / soft));
export const AIR = 0;
export const INSTRUMENT = 1;
export const SHARED = 2;
export const ovenAt = (belief: Belief, oven: string): number =>
  SHARED + 2 * belief.ovens.indexOf(oven);
export const cupAt = (belief: Belief, cup: string): number =>
  SHARED + 2 * belief.ovens.length + 5 * belief.cups.indexOf(cup);
/**
 * What is believed of some cups and ovens alone: states of one Gaussian left out are left out of
 * its mean and covariance, and a forecast of those that stay is the same.
 */
export function aboutOnly(
  belief: Belief,
  cups: readonly string[],
  ovens: readonly string[],
): Belief {
  const about = {
    ovens: belief.ovens.filter((oven) => ovens.includes(oven)),
    cups: belief.cups.filter((cup) => cups.includes(cup)),
  };
  const places = [
    AIR,
    INSTRUMENT,
    ...about.ovens.flatMap((oven) => [0, 1].map((place) => ovenAt(belief, oven) + place)),
    ...about.cups.flatMap((cup) => [0, 1, 2, 3, 4].map((place) => cupAt(belief, cup) + place)),
  ];
  return {
    ...belief,
    ...about,
    mean: places.map((place) => belief.mean[place]!),
    covariance: places.map((row) => places.map((column) => belief.covariance[row]![column]!)),
  };
}
export const copy = (belief: Belief): Belief => ({
  ...belief,
  mean: [...belief.mean],
  covariance: belief.covariance.map((row) => [...row]),
  bodies: new Map(belief.bodies),
  uneven: new Map(belief.uneven),
  could: new Map(belief.could),
});
