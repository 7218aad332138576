import * as z from 'zod';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, OWN, saysNothingOfHeat } from './kind.ts';

/** baits that are not what the line asked for will do for it after all, or will not */
export const WillDoSchema = z.object({ shots: z.array(key).min(1).max(200), will: z.boolean() });

export const willDo: EventKind<typeof WillDoSchema> = {
  payload: WillDoSchema,
  work: { name: 'Say what will do' },
  identity: mayComeTwice,
  rows: (_state, { shots }) => shots,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    for (const key of event.payload.shots) {
      const shot = state.shots.get(key);
      if (shot) shot.willDo = event.payload.will;
    }
  },
};
