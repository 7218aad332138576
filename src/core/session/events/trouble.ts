import * as z from 'zod';
import { type EventKind, mayComeTwice, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const TroubleSchema = z.object({
  about: z.string().max(80),
  what: z.string().trim().min(1).max(300),
});

export const trouble: EventKind<typeof TroubleSchema> = {
  payload: TroubleSchema,
  work: null,
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    void state.troubles.push({
      event: event.id,
      at: event.at,
      about: event.payload.about,
      what: event.payload.what,
    }),
};
