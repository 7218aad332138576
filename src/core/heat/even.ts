import type { Estimate } from './meanAndSpread.ts';

/** Points of a grid, and how many of the prior's spreads it reaches either way. */
const POINTS = 401;
const REACH = 5;

/**
 * What is believed of one number once data have spoken: a normal prior times the data's likelihood,
 * on a grid.
 */
export function onGrid(prior: Estimate, logLikelihood: (x: number) => number): Estimate {
  const xs = Array.from(
    { length: POINTS },
    (_, i) => prior.mean + prior.sd * REACH * ((2 * i) / (POINTS - 1) - 1),
  );
  const logs = xs.map((x) => -0.5 * ((x - prior.mean) / prior.sd) ** 2 + logLikelihood(x));
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = xs.reduce((sum, x, i) => sum + (weights[i]! / all) * x, 0);
  return {
    mean,
    sd: Math.sqrt(xs.reduce((sum, x, i) => sum + (weights[i]! / all) * (x - mean) ** 2, 0)),
  };
}

/** ln of the logistic 1/(1 + e^−x), exact however far out x lies. */
export const logLogistic = (x: number): number => (x < -30 ? x : -Math.log1p(Math.exp(-x)));

/** One shot seen: where it stood, and what share of its baits had the fault. */
export interface Tried {
  x: number;
  share: number;
  baits: number;
}
/** Baits of one shot share its luck: they count for no more than so many (judgement). */
const COUNT = 2;

/**
 * Where the odds of a fault turn even, learned from what was seen: logistic in x with a known
 * scale.
 * @param scale below 0 where the fault gets rarer as x rises
 * @param tells baits that one shot counts for at most
 */
export function learnEven(
  prior: Estimate,
  scale: number,
  tried: readonly Tried[],
  tells = COUNT,
): Estimate {
  return onGrid(prior, (even) =>
    tried.reduce((sum, { x, share, baits }) => {
      const z = (x - even) / scale;
      const fault = logLogistic(z);
      const sound = fault - z;
      return sum + Math.min(tells, baits) * (share * fault + (1 - share) * sound);
    }, 0),
  );
}
