import * as z from 'zod';
import { MixSchema } from '../../material/schema.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/**
 * What really went into a cup, kept as the next version of its mix, or as a mix of its own that
 * branched off it. The ladder is for a US cup, as of so many entries of the cup's trail.
 */
export const MixKeptSchema = z.object({
  cup: key,
  as: z.enum(['version', 'branch']),
  name: z.string().trim().min(1, 'Name the branch.').max(60),
  mix: MixSchema,
  upTo: z.number().int().min(0),
});

export const mixKept: EventKind<typeof MixKeptSchema> = {
  work: null,
  ...AGAIN,
  apply: (state, event) =>
    cup(
      state,
      event.payload.cup,
      (cup) =>
        void cup.keptMixes.push({
          event: event.id,
          at: event.at,
          as: event.payload.as,
          name: event.payload.name,
          upTo: event.payload.upTo,
        }),
    ),
};
