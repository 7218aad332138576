import type { Estimate } from '../heat/index.ts';

/** s in which a probe comes two thirds of the way to what it stands in (judgement). */
export const LAG_PRIOR: Estimate = { mean: 2, sd: 1 };
/** Noise of one reading of a probe, K (judgement). */
const NOISE = 0.3;
/** Steps smaller than this tell of noise, K; looks further apart than this of nothing, s. */
const STEP = 3;
const APART = 4;

/**
 * How far a probe lags, from the times it was plunged into something hot or taken out: a
 * first-order probe goes a fixed share of the way at each look, so one step over the one before is
 * exp(−Δt/τ). Least squares over all such pairs.
 * @param readings in order, at even looks
 * @returns s, with how many steps told of it; null where none did
 */
export function lagOf(
  readings: readonly { at: number; value: number }[],
): { lag: Estimate; steps: number } | null {
  let [cross, square, steps, dt] = [0, 0, 0, 0];
  for (let i = 2; i < readings.length; i++) {
    const [before, between, after] = [readings[i - 2]!, readings[i - 1]!, readings[i]!];
    const [first, second] = [between.at - before.at, after.at - between.at];
    const [was, is] = [between.value - before.value, after.value - between.value];
    // Looks as far apart as each other, the probe on its way one way, and slowing.
    if (
      first <= 0 ||
      second > APART * 1000 ||
      Math.abs(first - second) > 0.3 * first ||
      Math.abs(was) < STEP ||
      was * is <= 0 ||
      Math.abs(is) >= Math.abs(was)
    )
      continue;
    cross += was * is;
    square += was * was;
    dt += second / 1000;
    steps += 1;
  }
  if (steps === 0) return null;
  const ratio = Math.min(0.97, Math.max(0.02, cross / square));
  const mean = -(dt / steps) / Math.log(ratio);
  // Noise of a difference is √2 of a reading's; it comes into the ratio over the steps' own size.
  const spread = (NOISE * Math.SQRT2 * Math.sqrt(1 + ratio * ratio + ratio)) / Math.sqrt(square);
  return {
    lag: { mean, sd: Math.max(0.1, (mean * spread) / (ratio * Math.abs(Math.log(ratio)))) },
    steps,
  };
}
