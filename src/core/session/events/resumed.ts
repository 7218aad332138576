import * as z from 'zod';
import { alter } from '../alter.ts';
import { carryBounds, ROOM_MAY } from '../doubt.ts';
import { roomOf } from '../effects/mouldLoss.ts';
import { type EventKind, noRows, OWN } from './kind.ts';

export const ResumedSchema = z.object({});

export const resumed: EventKind<typeof ResumedSchema> = {
  work: null,
  identity: (state) => [state.breaks],
  rows: noRows,
  heat: (state, { id, at }) => ({ id, at, kind: 'cold', room: roomOf(state) }),
  brings: OWN,
  apply: (state, event) => {
    if (state.phase.is !== 'broken off') return;
    state.pausedMs += event.at - state.phase.since;
    state.phase = { is: 'running' };
    state.breaks += 1;
    // Everything stands cold again: what was read or warmed before the break no longer counts.
    for (const cup of state.cups.values()) {
      carryBounds(state, cup, event.at, roomOf(state));
      if (cup.bounds)
        cup.bounds.low = {
          plastic: roomOf(state) - ROOM_MAY.under,
          glass: roomOf(state) - ROOM_MAY.under,
        };
      alter(cup, { reading: null, before: null, fused: false, inOven: null, doubt: null });
    }
    for (const mould of state.moulds.values())
      alter(mould, {
        warmed: false,
        reading: null,
        metal: { celsius: roomOf(state), own: 5, slope: 0, at: event.at },
        giving: null,
      });
    for (const injector of state.injectors.values())
      alter(injector, {
        warmed: false,
        metal: { celsius: roomOf(state), at: event.at },
      });
  },
};
