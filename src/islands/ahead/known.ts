import type { Piece } from '@/core/ahead/index.ts';
import type { AheadAsked } from '@/worker/ahead.worker.ts';

/** What the page hands over at once. */
export interface Known extends Omit<AheadAsked, 'held'> {
  /** ms on the rack before baits are bagged, and when the page was made */
  cure: number;
  now: number;
}
/** What a hand holds on a day is known by. */
export const keyOf = ({ bait, colourway }: Pick<Piece, 'bait' | 'colourway'>): string =>
  `${bait}/${colourway}`;
