import * as z from 'zod';
import { key } from './fields.ts';
import { AFTERWARDS, type EventKind } from './kind.ts';

/** what the maker calls the colours of some shots; null = as they were reckoned */
export const NamedSchema = z.object({
  shots: z.array(key).min(1).max(200),
  colourway: z.object({ id: z.number().int().positive(), name: z.string() }).nullable(),
});

export const named: EventKind<typeof NamedSchema> = {
  work: { name: 'Name a colour' },
  ...AFTERWARDS,
  rows: (_state, { shots }) => shots,
  apply: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.called = event.payload.colourway;
    }
  },
};
