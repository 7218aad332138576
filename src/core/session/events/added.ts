import * as z from 'zod';
import { IdSchema } from '../../id.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const AddedSchema = z.object({
  cup: key,
  what: z.string().trim().min(1).max(80),
  /** the material it is; absent for what the shelf does not have, and in older logs */
  materialId: IdSchema.optional(),
  amount: z.number().positive(),
  dimension: z.enum(['drops', 'volume', 'mass']),
  /** counted by hand; as the recipe has it, taken on trust; or a guess at what nobody counted */
  from: z.enum(['recipe', 'hand', 'guess']).default('hand'),
  /** which of its name in the recipe, where that stands there more than once: 2 is the second */
  nth: z.number().int().min(2).max(40).optional(),
  /** °C the cup was reckoned at */ celsius: z.number().min(-40).max(400).optional(),
});

export const added: EventKind<typeof AddedSchema> = {
  work: { name: 'Additions' },
  identity: (state, { cup, what, materialId, nth, from }) =>
    from === 'recipe'
      ? [cup, state.cups.get(cup)?.charges ?? 0, `${materialId ?? what}${nth ? `#${nth}` : ''}`]
      : null,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    cup(
      state,
      event.payload.cup,
      (cup) =>
        void cup.trail.push({
          event: event.id,
          at: event.at,
          what: event.payload.what,
          ...(event.payload.materialId ? { materialId: event.payload.materialId } : {}),
          amount: event.payload.amount,
          dimension: event.payload.dimension,
          counted: event.payload.from,
          grams: cup.grams,
          celsius: event.payload.celsius ?? cup.reading?.celsius ?? null,
          brings: null,
        }),
    ),
};
