import type { Estimate } from './meanAndSpread.ts';
import { logLogistic, onGrid } from './even.ts';

/**
 * A cup in a microwave is not one heat: its rim, or a spot, runs ahead of its mean for as long as
 * nobody stirs. It runs ahead with what it is given and is held back by mixing sideways, `Δ' = β T'
 * − Δ/τ`: it comes towards βτ times the pace of heating, and since τ goes with what is in the cup
 * and the pace against it, towards nearly the same in a small charge as in a large one, only
 * sooner. Judgements, on the safe side: ovens and cups differ, and nobody sees the spot.
 */
const UNEVEN = { each: 20, builds: 12, grams: 200, power: 0.75 } as const;
/**
 * ln of how far the hottest runs ahead in an oven nobody has learned of, against the usual: an oven
 * whose field is uneven scorches where another does not, so a new one is given less time until it
 * is known (judgements).
 */
export const UNEVEN_PRIOR: Estimate = { mean: 0, sd: 0.25 };
/**
 * How much of what is not known of the way plastic and glass exchange heat is not known of how a
 * cup evens out: a new cup is given less time too (judgement).
 */
const CUP_UNKNOWN = 0.5;
/** The same of one oven with one cup in it. @param exchange ln, of the cup */
export const unevenIn = (oven: Estimate, exchange: Estimate): Estimate => ({
  mean: oven.mean,
  sd: Math.hypot(oven.sd, CUP_UNKNOWN * exchange.sd),
});
/** K that a stir by hand leaves. */
const STIRRED = 3;

/**
 * No burst goes on without a stir for longer than so many s, beyond which nobody knows where the
 * hottest of a cup is; but a full cup in a weak oven, whose hottest hardly runs ahead, until its
 * mean has gained so many K (judgements).
 */
const STIR_AFTER = { seconds: 75, gain: 25 } as const;
/** No burst is longer than this, s. */
export const LONGEST_UNSTIRRED = 240;

/**
 * Whether a cup may stay in its oven without a stir.
 * @param gained K by its mean since it went in
 */
export const mayGoUnstirred = (seconds: number, gained: number): boolean =>
  seconds <= STIR_AFTER.seconds || gained <= STIR_AFTER.gain;

/** s a cup may stay in its oven without a stir. @param pace K/s its mean warms at */
export const longestUnstirred = (pace: number): number =>
  Math.min(LONGEST_UNSTIRRED, Math.max(STIR_AFTER.seconds, STIR_AFTER.gain / pace));

/**
 * K by which the hottest of a cup not stirred runs over its mean.
 * @param pace K/s its mean warms at
 * @param seconds it has been heated since its last stir
 * @param grams in it
 */
export function unevenness(pace: number, seconds: number, grams: number): number {
  const share = Math.max(0.1, grams / UNEVEN.grams);
  const grown =
    UNEVEN.each *
    Math.min(1, share) ** UNEVEN.power *
    Math.max(0, pace) *
    (1 - Math.exp(-Math.max(0, seconds) / UNEVEN.builds));
  return Math.max(STIRRED, grown);
}

/** Less ahead than this tells nothing of how uneven an oven is, K. */
const TELLS = 6;
/** A wisp over a cup is noticed and said so often, its hottest at even odds at so many °C, ± K. */
const WISP = { noticed: 0.15, even: 188, sd: 5 } as const;
/** Scale of the logistic with a standard deviation of 1. */
const LOGISTIC = Math.sqrt(3) / Math.PI;

/** What was seen of a burst's hottest. */
export interface UnevenSeen {
  /** the mean of its cup then, °C */
  mean: Estimate;
  /** K its hottest was reckoned to run ahead, by the usual */
  over: number;
  /** °C the hottest had at least, as a wisp or a look before the stir says; null: nothing was seen */
  atLeast: number | null;
}
/**
 * What a burst teaches of how far the hottest runs ahead in its oven, ln against the usual: a wisp
 * or a look before the stir that it was so hot at least, and the quiet of one that should have
 * shown a wisp that it was not (a normal prior times logistics, on a grid).
 */
export function unevenTaught(prior: Estimate, { mean, over, atLeast }: UnevenSeen): Estimate {
  if (over < TELLS) return prior;
  const scale = LOGISTIC * Math.hypot(mean.sd, WISP.sd);
  return onGrid(prior, (ln) => {
    const hottest = mean.mean + over * Math.exp(ln);
    return atLeast === null
      ? Math.log1p(-WISP.noticed * Math.exp(logLogistic((hottest - WISP.even) / scale)))
      : logLogistic((hottest - atLeast) / scale);
  });
}
