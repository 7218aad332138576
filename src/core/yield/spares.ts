import { gammaln } from 'simple-statistics';
import { chanceOfUnlike } from './unlike.ts';

/** ln B(a, b) */
const betaln = (alpha: number, beta: number): number =>
  gammaln(alpha) + gammaln(beta) - gammaln(alpha + beta);

export interface YieldGuess {
  /** share of baits that come good, 0 to 1 */
  share: number;
  /** how many baits' worth of experience stand behind it */
  strength: number;
  /** shares of the cavities it is the mean of, where they are known to be unlike */
  cavities?: readonly number[];
}

/**
 * Chance that at least `need` of `n` baits come good, the share itself being uncertain:
 * beta-binomial with prior Beta(share·strength, (1 − share)·strength) (NIST/SEMATECH e-Handbook
 * §1.3.6.6.17; Johnson, Kemp & Kotz, *Univariate Discrete Distributions*, §6.2.2).
 * Cavities known to be unlike are counted each by its own share (`chanceOfUnlike`).
 * @example chanceOfEnough(1, 1, { share: 0.9, strength: 10 }) → 0.9
 */
export function chanceOfEnough(need: number, count: number, guess: YieldGuess): number {
  const { share, strength, cavities } = guess;
  if (need <= 0) return 1;
  if (count < need || share <= 0) return 0;
  if (share >= 1) return 1;
  if (cavities) return chanceOfUnlike(need, count, { cavities, strength });
  const alpha = share * strength;
  const beta = (1 - share) * strength;
  const logChoose = -Math.log(count + 1) - betaln(need + 1, count - need + 1);
  const at = Math.exp(logChoose + betaln(need + alpha, count - need + beta) - betaln(alpha, beta));
  // Each term from the one beside it, away from the mean, so that the first is the largest and
  // nothing is lost.
  const up = (good: number): number =>
    ((count - good) / (good + 1)) * ((good + alpha) / (count - good - 1 + beta));
  if (need > count * share) {
    let [term, sum] = [at, at];
    for (let k = need; k < count; k++) sum += term *= up(k);
    return Math.min(1, sum);
  }
  let [term, sum] = [at, 0];
  for (let k = need; k > 0; k--) sum += term /= up(k - 1);
  return Math.max(0, 1 - sum);
}

/**
 * Chance of enough that each of so many parts of a pack wants, for all of them to be enough together
 * with the chance that was chosen: they come good or not each by itself.
 * @param parts colourways or baits of one line, at least one
 * @example eachOf(0.8, 2) → 0.894427
 */
export const eachOf = (together: number, parts: number): number =>
  together ** (1 / Math.max(1, parts));

/**
 * Least number of baits to shoot so that `need` come good with the wanted confidence.
 * @param step baits come in whole moulds: the answer is a multiple of this
 * @returns null when no number under 20 × need would do
 * @example baitsToShoot(1, { share: 0.5, strength: 1e9 }, 0.9) → 4
 */
export function baitsToShoot(
  need: number,
  guess: YieldGuess,
  confidence: number,
  step = 1,
): number | null {
  if (need <= 0) return 0;
  const enough = (count: number) => chanceOfEnough(need, count, guess) >= confidence;
  const limit = Math.ceil((need * 20) / step) * step;
  if (guess.share <= 0 || !enough(limit)) return null;
  // The chance rises with n: doubled until it is enough, then halved down to the least multiple.
  let low = Math.ceil(need / step);
  let high = low;
  while (!enough(high * step)) {
    low = high + 1;
    high = Math.min(limit / step, high * 2);
  }
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle * step)) high = middle;
    else low = middle + 1;
  }
  return low * step;
}
