import * as z from 'zod';
import { IdSchema } from '../../id.ts';
import { BOTTLES, type BottleIs } from '../../material/bottle.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** How a bottle of the shelf was found: damp or dirty ones are remembered (handbook §2 step 4). */
export const BottleNotedSchema = z.object({
  material: IdSchema,
  is: z.enum(Object.keys(BOTTLES) as [BottleIs, ...BottleIs[]]),
});

export const bottleNoted: EventKind<typeof BottleNotedSchema> = {
  work: null,
  ...AGAIN,
  apply: (state, { payload }) => void state.bottles.set(payload.material, payload.is),
};
