import type { Plastic } from './schema.ts';
import { NO_PLASTIC, partOf, times, together } from './plastic.ts';

/**
 * Plastic that went into a tub; grams that were taken from it; grams there were over what was
 * reckoned, alike what is in it.
 */
export type TubMove = { put: Plastic } | { taken: number } | { more: number };

/** Plastic nobody knows anything of but its weight: it was through fusion once at least. */
export const nobodyKnows = (grams: number): Plastic => ({
  ...NO_PLASTIC,
  grams,
  unknownG: grams,
  heats: 1,
});

function moved(held: Plastic, move: TubMove): Plastic {
  if ('put' in move) return together(held, move.put);
  if ('taken' in move) return partOf(held, held.grams - move.taken);
  if (held.grams <= 0) return nobodyKnows(move.more);
  return times(held, (held.grams + move.more) / held.grams);
}

/**
 * What a tub holds after its moves, in their order. What is taken is a fair part of what was in it;
 * what was taken beyond that is not there.
 */
export const tubHolds = (moves: readonly TubMove[]): Plastic => afterMoves(NO_PLASTIC, moves);
/** The same from what it held before them. */
export const afterMoves = (held: Plastic, moves: readonly TubMove[]): Plastic =>
  moves.reduce(moved, held);
