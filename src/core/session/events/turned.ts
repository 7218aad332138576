import * as z from 'zod';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** another stage taken in hand */
export const TurnedSchema = z.object({ job: key });

export const turned: EventKind<typeof TurnedSchema> = {
  work: { name: 'Turn to another stage' },
  ...AGAIN,
  apply: (state, event) => {
    state.focus = null;
    if (state.runs.has(event.payload.job)) state.inHand = event.payload.job;
  },
};
