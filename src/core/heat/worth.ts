import type { Estimate } from './meanAndSpread.ts';

/**
 * A bait opened this much sooner than reckoned, ln, tears at even odds; how fast that turns
 * (judgements). What is reckoned is when mean and middle are both firm, so there is something to
 * spare.
 */
export const TEARS = { even: -0.38, scale: 0.1 } as const;

/**
 * s of work that a bait costs as a rule (handbook §6: a dozen in a quarter of an hour, practised).
 */
export const BAIT_TAKES = 45;

/** How far either side of what is reckoned is looked at, ln, and in what steps. */
const LOOKS = { from: -0.9, to: 0.6, step: 0.02 } as const;

/**
 * Chance of tearing at so much longer than reckoned, ln, with its even odds known so well: a
 * logistic through a normal (MacKay, *Neural Computation* 4, 1992: κ(σ) = (1 + πσ²/8)^−½).
 */
export function tearsAt(longer: number, opens: Estimate): number {
  const wide = Math.sqrt(1 + (Math.PI * (opens.sd / TEARS.scale) ** 2) / 8);
  return 1 / (1 + Math.exp((longer - opens.mean - TEARS.even) / (TEARS.scale * wide)));
}

/**
 * How much longer than reckoned it is worth waiting, ln: until a second more costs more than the
 * baits it saves. Each shot that comes out whole teaches that it may be sooner (a Bayes rule;
 * DeGroot, *Optimal Statistical Decisions*, §8).
 * @param reckoned s
 * @param baits in the mould
 * @param each s of work a bait costs
 */
export function worthWaiting(
  reckoned: number,
  opens: Estimate,
  baits: number,
  each: number,
): number {
  let best = 0;
  let least = Infinity;
  for (let from = LOOKS.from; from <= LOOKS.to; from += LOOKS.step) {
    const longer = opens.mean + from;
    const costs = reckoned * Math.exp(longer) + baits * each * tearsAt(longer, opens);
    if (costs < least) [best, least] = [longer, costs];
  }
  return best;
}
