import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { burstBounds, carryBounds } from '../doubt.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { openOven, ovenFree } from '../effects/oven.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN } from './kind.ts';

/**
 * A burst: of `cup` and whoever stands in the oven with it. `begun` = it goes in now; else it is
 * over now, as older benches wrote it. The oven is one of the snapshot's, the first where none is
 * named.
 */
export const HeatedSchema = z.object({
  cup: key,
  seconds: z.number().positive().max(3600),
  begun: z.boolean().optional(),
  oven: z.number().int().optional(),
  level: z.number().min(0.1).max(1).optional(),
  together: z.array(key).max(3).optional(),
});

export const heated: EventKind<typeof HeatedSchema> = {
  work: {
    name: STEP_KINDS.cook.name,
    waits: (state, { oven }) => ovenFree(state, oven ?? state.oven.id),
  },
  identity: mayComeTwice,
  rows: noRows,
  heat: (state, { id, at, payload: { cup, together, oven, level, seconds, begun } }) => ({
    id,
    at,
    kind: 'burst',
    cups: [cup, ...(together ?? [])],
    oven: oven ?? state.oven.id,
    level: level ?? state.oven.level,
    seconds,
    ended: !begun,
  }),
  brings: OWN,
  apply: (state, event) => {
    const { seconds, begun } = event.payload;
    const oven = event.payload.oven ?? state.oven.id;
    // One door an oven: whoever was in is out when another goes in.
    if (begun) openOven(state, oven, event.at);
    for (const key of [event.payload.cup, ...(event.payload.together ?? [])]) {
      cup(state, key, (cup) => {
        cup.heatedS += seconds;
        // A burst that begins now is in what the bounds are carried through next.
        if (!begun || cup.inOven) carryBounds(state, cup, event.at, roomOf(state));
        if (!begun) burstBounds(state, cup, seconds);
        cup.inOven = begun ? { from: event.at, until: event.at + seconds * 1000, oven } : null;
      });
    }
  },
};
