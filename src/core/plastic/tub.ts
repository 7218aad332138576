import type { Plastic } from './plastic.ts';
import { NO_PLASTIC, partOf, together } from './plastic.ts';

/** Plastic that went into a tub, or grams that were taken from it. */
export type TubMove = { put: Plastic } | { taken: number };

/**
 * What a tub holds after its moves, in their order. What is taken is a fair part of what was in it;
 * what was taken beyond that is not there.
 */
export const tubHolds = (moves: readonly TubMove[]): Plastic =>
  moves.reduce<Plastic>(
    (held, move) =>
      'put' in move ? together(held, move.put) : partOf(held, Math.max(0, held.grams - move.taken)),
    NO_PLASTIC,
  );
