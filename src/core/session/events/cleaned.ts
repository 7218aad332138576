import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const CleanedSchema = z.object({ injector: key });

export const cleaned: EventKind<typeof CleanedSchema> = {
  payload: CleanedSchema,
  work: { name: STEP_KINDS.clean.name },
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const injector = state.injectors.get(event.payload.injector);
    if (injector) injector.stained = injector.stained.map(() => null);
  },
};
