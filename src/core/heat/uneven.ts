/**
 * A cup in a microwave is not one heat: its rim, or a spot, runs ahead of its mean for as long as
 * nobody stirs. It runs ahead with what it is given and is held back by mixing sideways, `Δ' = β T'
 * − Δ/τ`: it comes towards βτ times the pace of heating, and since τ goes with what is in the cup
 * and the pace against it, towards nearly the same in a small charge as in a large one, only
 * sooner. Judgements, on the safe side: ovens and cups differ, and nobody sees the spot.
 */
const UNEVEN = { each: 20, builds: 12, grams: 200, power: 0.75 } as const;
/** K that a stir by hand leaves. */
const STIRRED = 3;

/**
 * No burst goes on without a stir for longer than so many s, beyond which nobody knows where the
 * hottest of a cup is; but a full cup in a weak oven, whose hottest hardly runs ahead, until its
 * mean has gained so many K (judgements).
 */
const STIR_AFTER = { seconds: 75, gain: 25 } as const;
/** No burst is longer than this, s. */
export const LONGEST_UNSTIRRED = 240;

/**
 * Whether a cup may stay in its oven without a stir.
 * @param gained K by its mean since it went in
 */
export const mayGoUnstirred = (seconds: number, gained: number): boolean =>
  seconds <= STIR_AFTER.seconds || gained <= STIR_AFTER.gain;

/**
 * K by which the hottest of a cup not stirred runs over its mean.
 * @param pace K/s its mean warms at
 * @param seconds it has been heated since its last stir
 * @param grams in it
 */
export function unevenness(pace: number, seconds: number, grams: number): number {
  const share = Math.max(0.1, grams / UNEVEN.grams);
  const grown =
    UNEVEN.each *
    Math.min(1, share) ** UNEVEN.power *
    Math.max(0, pace) *
    (1 - Math.exp(-Math.max(0, seconds) / UNEVEN.builds));
  return Math.max(STIRRED, grown);
}
