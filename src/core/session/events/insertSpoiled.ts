import * as z from 'zod';
import { takeInsert } from '../inserts.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const InsertSpoiledSchema = z.object({
  job: key,
  count: z.number().int().min(1).max(500),
  why: z.string().max(80),
});

export const insertSpoiled: EventKind<typeof InsertSpoiledSchema> = {
  work: { name: 'Put by a spoiled insert' },
  ...AGAIN,
  apply: (state, event) => {
    const run = state.runs.get(event.payload.job);
    if (!run) return;
    for (let i = 0; i < event.payload.count; i++) {
      const lot = takeInsert(state, run);
      lot.spoiled += 1;
      state.puckG += lot.each;
    }
  },
};
