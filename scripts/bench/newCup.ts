import type { Belief } from '../../src/core/heat/index.ts';
import { EXCHANGE, withCup } from '../../src/core/heat/index.ts';
import { density } from '../../src/core/material/index.ts';

/** A usual cup of so many grams put on a bench that has not looked at it: it is as the room, ± K. */
export const withNewCup = (
  belief: Belief,
  cup: string,
  { grams, room, sd }: { grams: number; room: number; sd: number },
): Belief =>
  withCup(belief, cup, {
    body: {
      plastic: grams,
      glass: 320,
      bore: 85,
      volume: grams / density(160),
      exchange: EXCHANGE.usual,
      room,
    },
    celsius: { mean: room, sd },
  });
