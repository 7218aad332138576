import * as z from 'zod';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const OpenedSchema = z.object({});

export const opened: EventKind<typeof OpenedSchema> = {
  work: null,
  identity: () => [],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    if (state.phase.is !== 'new') return;
    state.phase = { is: 'running' };
    state.openedAt = event.at;
  },
};
