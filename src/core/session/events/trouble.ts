import * as z from 'zod';
import { AGAIN, type EventKind } from './kind.ts';

export const TroubleSchema = z.object({
  about: z.string().max(80),
  what: z.string().trim().min(1).max(300),
});

export const trouble: EventKind<typeof TroubleSchema> = {
  work: null,
  ...AGAIN,
  apply: (state, event) =>
    void state.troubles.push({
      event: event.id,
      at: event.at,
      about: event.payload.about,
      what: event.payload.what,
    }),
};
