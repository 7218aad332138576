import * as z from 'zod';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** another stage taken in hand */
export const TurnedSchema = z.object({ job: key });

export const turned: EventKind<typeof TurnedSchema> = {
  work: { name: 'Turn to another stage' },
  ...AGAIN,
  apply: (state, event) =>
    void (
      (state.focus = null),
      (state.inHand = state.runs.has(event.payload.job) ? event.payload.job : state.inHand)
    ),
};
