/** What forecasts were off by: how many were held to what came, and Σ |off ÷ spread|. */
export interface Missed {
  told: number;
  spreads: number;
}
export const NOTHING_MISSED: Missed = { told: 0, spreads: 0 };

/** Forecasts' worth that what was learned before counts for, and how far it may go (judgements). */
const SURENESS = { worth: 12, least: 0.5, most: 2.5, furthest: 4 } as const;
/** Spreads a normal is off by in the mean, √(2/π). */
const MEAN_OFF = Math.sqrt(2 / Math.PI);

/**
 * How many times as wide as it reckons itself a kind of forecast turns out, from what it was off by in
 * the mean, with what was learned before as so many forecasts more. The mean and not the square, since
 * the range that eight in ten lie in is to be true, and the square hangs on the worst few (Huber,
 * *Robust Statistics*, §1.1).
 * @param before what was learned in earlier evenings; 1 where nothing was
 */
export function spreadScaleOf(before: number, { told, spreads }: Missed): number {
  const now = (SURENESS.worth * before + spreads / MEAN_OFF) / (SURENESS.worth + told);
  return Math.min(SURENESS.most, Math.max(SURENESS.least, now));
}

/**
 * One more forecast that was held to what came.
 * @param spreads it was off by, as it reckoned them itself
 */
export const withMiss = (missed: Missed, spreads: number): Missed => ({
  told: missed.told + 1,
  spreads: missed.spreads + Math.min(SURENESS.furthest, Math.abs(spreads)),
});
