import type { Estimate } from './meanAndSpread.ts';

/**
 * Metal colder than a mould likes costs baits: its thin parts freeze before they are full. Logistic
 * in how far under its own heat it stands (judgements, learned for each mould from shots that came
 * short).
 */
export const COLD = { even: 15, scale: 3 } as const;
/** How far the even odds of a mould may lie from that, K, before anything was seen. */
export const COLD_PRIOR: Estimate = { mean: COLD.even, sd: 5 };

/** Share of baits that come short, with the metal so many K under its mould's own heat. */
export const shareShort = (under: number, even: number = COLD.even): number =>
  1 / (1 + Math.exp(-(under - even) / COLD.scale));

/** Shots that warming a mould once is good for, about (judgement). */
const SERVES = 2;
/**
 * Whether warming pays for itself: the time of the baits it saves against its own.
 * @param saves share of baits that metal as it is would spoil
 * @param baits of one shot
 * @param each s of work a bait costs
 * @param takes s that warming takes
 */
export const warmingPays = ({
  saves,
  baits,
  each,
  takes,
}: {
  saves: number;
  baits: number;
  each: number;
  takes: number;
}): boolean => saves * baits * each * SERVES > takes;
