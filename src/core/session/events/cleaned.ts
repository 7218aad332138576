import * as z from 'zod';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const CleanedSchema = z.object({ injector: key });

export const cleaned: EventKind<typeof CleanedSchema> = {
  work: { name: STEP_KINDS.clean.name },
  ...AGAIN,
  apply: (state, event) => {
    const injector = state.injectors.get(event.payload.injector);
    if (injector) injector.stained = injector.stained.map(() => null);
  },
};
