import { binomialDistribution } from 'simple-statistics';

/**
 * Chance of so many or more of `trials` at a share (binomial).
 * @example atLeast(1, 2, 0.5) → 0.75
 */
export function atLeast(count: number, trials: number, share: number): number {
  const chances = binomialDistribution(trials, share) ?? [];
  return 1 - chances.slice(0, count).reduce((total, one) => total + one, 0);
}
