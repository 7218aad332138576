import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const NotedSchema = z.object({
  mould: key,
  text: z.string().trim().min(1, 'Write the note.').max(300),
});

export const noted: EventKind<typeof NotedSchema> = {
  payload: NotedSchema,
  work: { name: 'Write a note' },
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      state.notes.push({
        event: event.id,
        at: event.at,
        mould: mould.key,
        text: event.payload.text,
      });
      mould.mould = {
        ...mould.mould,
        note: [mould.mould.note, event.payload.text].filter(Boolean).join(' '),
      };
    }),
};
