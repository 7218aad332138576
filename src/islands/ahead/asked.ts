import type { Hand } from '@/core/ahead/hand.ts';
import { parted } from '@/core/ahead/hand.ts';
import type { AheadAsked } from '@/worker/ahead.worker.ts';
import type { Known } from './known.ts';

/** The book as a hand has left it: pieces parted, and put on days. */
export const askedOf = (known: Known, hand: Hand): Omit<AheadAsked, 'enquiry'> => ({
  ...known,
  pieces: parted(known.pieces, hand.cuts, (due) => known.by[due]!),
  held: Object.entries(hand.held),
});
