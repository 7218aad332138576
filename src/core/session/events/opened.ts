import * as z from 'zod';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const OpenedSchema = z.object({});

export const opened: EventKind<typeof OpenedSchema> = {
  payload: OpenedSchema,
  work: null,
  identity: () => [],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    if (state.status !== 'new') return;
    state.status = 'running';
    state.openedAt = event.at;
  },
};
