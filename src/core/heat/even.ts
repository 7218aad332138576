import type { Estimate } from './meanAndSpread.ts';

/** Points of a grid, and how many of the prior's spreads it reaches either way. */
const POINTS = 401;
const REACH = 5;

/** Evenly laid points round a prior. @param points an odd number of them */
export const gridOf = (prior: Estimate, points = POINTS): number[] =>
  Array.from(
    { length: points },
    (_, i) => prior.mean + prior.sd * REACH * ((2 * i) / (points - 1) - 1),
  );

/**
 * What is believed of one number once data have spoken: a normal prior times the data's likelihood,
 * summed over a grid of it.
 * @param logs ln of the likelihood at each point of the grid
 */
export function readGrid(
  prior: Estimate,
  grid: readonly number[],
  logs: ArrayLike<number>,
): Estimate {
  const weights = new Float64Array(grid.length);
  let top = -Infinity;
  for (let i = 0; i < weights.length; i++) {
    weights[i] = -0.5 * ((grid[i]! - prior.mean) / prior.sd) ** 2 + logs[i]!;
    top = Math.max(top, weights[i]!);
  }
  let [all, first] = [0, 0];
  for (let i = 0; i < weights.length; i++) {
    weights[i] = Math.exp(weights[i]! - top);
    all += weights[i]!;
    first += weights[i]! * grid[i]!;
  }
  const mean = first / all;
  let second = 0;
  for (let i = 0; i < weights.length; i++) second += weights[i]! * (grid[i]! - mean) ** 2;
  return { mean, sd: Math.sqrt(second / all) };
}

/** The same from the likelihood itself. */
export function onGrid(prior: Estimate, logLikelihood: (x: number) => number): Estimate {
  const grid = gridOf(prior);
  return readGrid(prior, grid, grid.map(logLikelihood));
}

/**
 * ln of the logistic 1/(1 + e^−x), exact however far out x lies.
 * @example logLogistic(0) → -0.6931
 */
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
 * ln of the chance of what was seen: logistic in x about where its odds turn even.
 * @param scale below 0 where the fault gets rarer as x rises
 * @param tells baits that one shot counts for at most
 */
export const logTried = (
  tried: readonly Tried[],
  { even, scale, tells }: { even: number; scale: number; tells: number },
): number =>
  tried.reduce((sum, { x, share, baits }) => {
    const z = (x - even) / scale;
    const fault = logLogistic(z);
    const sound = fault - z;
    return sum + Math.min(tells, baits) * (share * fault + (1 - share) * sound);
  }, 0);

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
  return onGrid(prior, (even) => logTried(tried, { even, scale, tells }));
}
