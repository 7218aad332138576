import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const FinishedSchema = z.object({});

export const finished: EventKind<typeof FinishedSchema> = {
  work: { name: STEP_KINDS.finish.name },
  identity: () => [],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    if (state.phase.is === 'finished') return;
    if (state.phase.is === 'broken off') state.pausedMs += event.at - state.phase.since;
    state.phase = { is: 'finished', at: event.at };
  },
};
