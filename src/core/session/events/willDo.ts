import * as z from 'zod';
import { key } from './fields.ts';
import { AFTERWARDS, type EventKind } from './kind.ts';

/** baits that are not what the line asked for will do for it after all, or will not */
export const WillDoSchema = z.object({ shots: z.array(key).min(1).max(200), will: z.boolean() });

export const willDo: EventKind<typeof WillDoSchema> = {
  work: { name: 'Say what will do' },
  ...AFTERWARDS,
  rows: (_state, { shots }) => shots,
  apply: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.willDo = event.payload.will;
    }
  },
};
