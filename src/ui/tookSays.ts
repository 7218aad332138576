import type { SpareCost } from '@/core/yield/index.ts';

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** What a line took in baits, and the spare that would have been enough, in a sentence. */
export const tookSays = ({ given, shot, good, spare, enough }: SpareCost): string =>
  `Shot ${Math.round(shot)} for the ${given} it was given, ${Math.round(good)} of them good: ` +
  `${percent(spare)} spare, where ${percent(enough)} would have been enough.`;
