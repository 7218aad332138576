import { errorFunction } from 'simple-statistics';

/**
 * Share of a normal distribution under x (simple-statistics’ error function: to 1.2e-7).
 * @example normalBelow(0, { mean: 0, sd: 1 }) → 0.5
 */
export const normalBelow = (x: number, { mean, sd }: { mean: number; sd: number }): number =>
  0.5 * (1 + errorFunction((x - mean) / (sd * Math.SQRT2)));
