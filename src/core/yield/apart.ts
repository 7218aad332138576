/** What one cavity of a mould gave by a build, over the evenings that count. */
export interface CavityGiven {
  mould: number;
  build: string;
  cavity: number;
  good: number;
  shot: number;
}
/** Baits' worth that its mould counts for beside a cavity's own (M15). */
const PRIOR = 20;

/** What a mould gave by a build, cavity by cavity. */
export const givenBy = (
  record: readonly CavityGiven[],
  { mould, build }: { mould: number; build: string },
): CavityGiven[] => record.filter((given) => given.mould === mould && given.build === build);

/**
 * Share of good baits of each cavity of a mould by a build: a Beta posterior of its own record, shrunk
 * to what the mould gives there as if that were 20 baits of it (M15). What was never shot has the
 * mould's share.
 * @param share what is expected of the mould as a whole, 0 to 1: the cavities' mean is that
 * @param given of that mould and build alone
 * @param cavities the mould has, by number
 * @example cavityShares(0.5, [], [1, 2]) → [0.5, 0.5]
 */
export function cavityShares(
  share: number,
  given: readonly CavityGiven[],
  cavities: readonly number[],
): number[] {
  const of = new Map(given.map((one) => [one.cavity, one]));
  const sum = (what: 'good' | 'shot') => given.reduce((all, one) => all + one[what], 0);
  const pooled = sum('shot') > 0 ? sum('good') / sum('shot') : share;
  const own = cavities.map((cavity) => {
    const { good = 0, shot = 0 } = of.get(cavity) ?? {};
    return (pooled * PRIOR + good) / (PRIOR + shot);
  });
  const mean = own.reduce((all, one) => all + one, 0) / Math.max(1, own.length);
  return own.map((one) => (mean > 0 ? Math.min(1, (one * share) / mean) : share));
}

/**
 * How far apart the shares of cavities lie: their variance as a share of the most it could be at that
 * mean, 0 (all alike) to 1 (some always good, the others never).
 * @param shares at least one, 0 to 1 each
 * @example apart([1, 1, 0, 0]) → 1
 * @example apart([0.7, 0.7]) → 0
 */
export function apart(shares: readonly number[]): number {
  const mean = shares.reduce((all, one) => all + one, 0) / shares.length;
  const most = mean * (1 - mean);
  if (most <= 0) return 0;
  const between = shares.reduce((all, one) => all + (one - mean) ** 2, 0) / shares.length;
  return Math.min(1, between / most);
}
/** So far apart they are counted one by one: below it the chance of enough moves by no bait (judgement). */
const UNLIKE = 0.02;
export const areUnlike = (shares: readonly number[]): boolean => apart(shares) >= UNLIKE;
