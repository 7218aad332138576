import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const FinishedSchema = z.object({});

export const finished: EventKind<typeof FinishedSchema> = {
  payload: FinishedSchema,
  work: { name: STEP_KINDS.finish.name },
  identity: () => [],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    if (state.status === 'finished') return;
    if (state.pausedAt !== null) state.pausedMs += event.at - state.pausedAt;
    state.status = 'finished';
    state.finishedAt = event.at;
  },
};
