import * as z from 'zod';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const BrokenOffSchema = z.object({ why: z.string().max(200).default('') });

export const brokenOff: EventKind<typeof BrokenOffSchema> = {
  work: null,
  identity: (state) => [state.breaks],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    if (state.phase.is !== 'running') return;
    state.phase = { is: 'broken off', since: event.at };
  },
};
