import * as z from 'zod';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, OWN, saysNothingOfHeat } from './kind.ts';

/** what the maker calls the colours of some shots; null = as they were reckoned */
export const NamedSchema = z.object({
  shots: z.array(key).min(1).max(200),
  colourway: z.object({ id: z.number().int().positive(), name: z.string() }).nullable(),
});

export const named: EventKind<typeof NamedSchema> = {
  payload: NamedSchema,
  work: { name: 'Name a colour' },
  identity: mayComeTwice,
  rows: (_state, { shots }) => shots,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.called = event.payload.colourway;
    }
  },
};
