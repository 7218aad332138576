import { normalBelow } from '../normal.ts';

/** Evenings are looked at over so many log-odds to either side of their mean, in so many steps. */
const [REACH, STEPS] = [8, 80];

const logit = (share: number): number => Math.log(share / (1 - share));
const shareAt = (odds: number): number => 1 / (1 + Math.exp(-odds));
/** Cavities that never missed, or never gave, do both sometimes. */
const clamped = (share: number): number => Math.min(0.999, Math.max(0.001, share));

/**
 * Chance that at least `need` come good of baits that do so each by itself with a share of its own:
 * the Poisson-binomial's tail by its mean, variance and skewness, half a bait to the whole number
 * (Volkova 1996; Hong, *Comput. Stat. Data Anal.* 59, 2013, §2.5).
 */
function tailOf(need: number, shares: readonly number[], each: number): number {
  let [mean, variance, third] = [0, 0, 0];
  for (const share of shares) {
    const single = each * share * (1 - share);
    mean += each * share;
    variance += single;
    third += single * (1 - 2 * share);
  }
  const sd = Math.sqrt(variance);
  const at = (need - 0.5 - mean) / sd;
  const density = Math.exp((-at * at) / 2) / Math.sqrt(2 * Math.PI);
  const below =
    normalBelow(at, { mean: 0, sd: 1 }) + ((third / sd ** 3) * (1 - at * at) * density) / 6;
  return Math.min(1, Math.max(0, 1 - below));
}

/**
 * Chance that at least `need` of `count` baits come good where each cavity has its own share: an
 * evening moves all of them alike in log-odds, as far as Beta(share·strength, (1 − share)·strength)
 * moves their mean; the evenings are summed over by their weight.
 * @param cavities share of each, 0 to 1, at least one; as many baits are shot in each
 * @param strength baits' worth of experience behind their mean
 */
export function chanceOfUnlike(
  need: number,
  count: number,
  { cavities, strength }: { cavities: readonly number[]; strength: number },
): number {
  if (need <= 0) return 1;
  if (count < need) return 0;
  const own = cavities.map((share) => logit(clamped(share)));
  const mean = clamped(cavities.reduce((sum, share) => sum + share, 0) / cavities.length);
  const [alpha, beta] = [mean * strength, (1 - mean) * strength];
  const sd = Math.sqrt(1 / alpha + 1 / beta);
  let [all, enough] = [0, 0];
  for (let step = 0; step <= STEPS; step++) {
    const moved = REACH * sd * ((2 * step) / STEPS - 1);
    const tonight = shareAt(logit(mean) + moved);
    const weight = Math.exp(
      alpha * Math.log(tonight / mean) + beta * Math.log((1 - tonight) / (1 - mean)),
    );
    if (weight < 1e-9) continue;
    const shares = own.map((odds) => shareAt(odds + moved));
    all += weight;
    enough += weight * tailOf(need, shares, count / cavities.length);
  }
  return enough / all;
}
