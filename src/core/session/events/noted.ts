import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const NotedSchema = z.object({
  mould: key,
  text: z.string().trim().min(1, 'Write the note.').max(300),
});

export const noted: EventKind<typeof NotedSchema> = {
  work: { name: 'Write a note' },
  ...AGAIN,
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
