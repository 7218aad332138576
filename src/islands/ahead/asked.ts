import type { Hand } from '@/core/ahead/hand.ts';
import { asHandled } from '@/core/ahead/hand.ts';
import type { AheadAsked } from '@/worker/ahead.worker.ts';
import type { Known } from './known.ts';

/** The book as a hand has left it: pieces parted, put on days, and shot as it wants them. */
export const askedOf = (known: Known, hand: Hand): Omit<AheadAsked, 'enquiry'> => ({
  ...known,
  pieces: asHandled(known.pieces, hand, (due) => known.by[due]!),
  held: Object.entries(hand.held),
});
