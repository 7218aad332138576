/** What forecasts were off by: how many were held to what came, and Σ (off ÷ spread)². */
export interface Missed {
  told: number;
  squares: number;
}
export const NOTHING_MISSED: Missed = { told: 0, squares: 0 };

/** Forecasts' worth that what was learned before counts for, and how far it may go (judgements). */
const SURENESS = { worth: 12, least: 0.6, most: 2.5, furthest: 4 } as const;

/**
 * How many times as wide as it reckons itself a kind of forecast turns out, from what it was off
 * by: a scaled inverse χ² prior (Gelman et al., *Bayesian Data Analysis*, §2.6).
 * @param before what was learned in earlier evenings; 1 where nothing was
 */
export function spreadScaleOf(before: number, { told, squares }: Missed): number {
  const now = Math.sqrt((SURENESS.worth * before ** 2 + squares) / (SURENESS.worth + told));
  return Math.min(SURENESS.most, Math.max(SURENESS.least, now));
}

/**
 * One more forecast that was held to what came.
 * @param spreads it was off by, as it reckoned them itself
 */
export const withMiss = (missed: Missed, spreads: number): Missed => ({
  told: missed.told + 1,
  squares: missed.squares + Math.min(SURENESS.furthest ** 2, spreads ** 2),
});
