import { normalBelow } from '../normal.ts';

/** What a bait felt like as it came out of its mould. */
export type Felt = 'soft' | 'firm' | 'hard';
export const FELT_LIKE: readonly Felt[] = ['soft', 'firm', 'hard'];

/**
 * How late a mould was opened, ln of s over s until firm, from which a hand calls its baits firm and
 * from which hard; how far a hand is out, and one shot from another of the same mould by what the
 * heats of plastic and metal do not tell (judgements).
 */
export const FEEL = { firm: 0, hard: 0.3, sd: 0.12, shots: 0.05 } as const;
/** Share of touches that say nothing: the wrong one, or of another bait (judgement). */
const STRAY = 0.03;

/** Between which a hand’s own reckoning of how late it is lies, for each of what it says. */
const BETWEEN: Record<Felt, { from: number; to: number }> = {
  soft: { from: -Infinity, to: FEEL.firm },
  firm: { from: FEEL.firm, to: FEEL.hard },
  hard: { from: FEEL.hard, to: Infinity },
};

/**
 * ln of the chance that a bait is said to feel so: an ordered probit with known marks (McCullagh,
 * *J. R. Stat. Soc. B* 42, 1980).
 * @param late ln of s it stood over s until it was firm
 * @example logFelt('soft', -5) → -0.0202
 */
export function logFelt(felt: Felt, late: number): number {
  const hand = { mean: late, sd: Math.hypot(FEEL.sd, FEEL.shots) };
  const { from, to } = BETWEEN[felt];
  const chance =
    (to === Infinity ? 1 : normalBelow(to, hand)) -
    (from === -Infinity ? 0 : normalBelow(from, hand));
  return Math.log((1 - STRAY) * chance + STRAY / FELT_LIKE.length);
}
