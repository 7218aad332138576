import * as z from 'zod';
import { key } from './fields.ts';
import { AFTERWARDS, type EventKind } from './kind.ts';

/** a shot counted again, any time after */
export const RecountedSchema = z.object({
  shot: key,
  good: z.number().int().min(0).max(48),
  usable: z.number().int().min(0).max(48),
  second: z.number().int().min(0).max(48),
  why: z.string().trim().min(1, 'Say why it is counted again.').max(200),
});

export const recounted: EventKind<typeof RecountedSchema> = {
  work: { name: 'Count again' },
  ...AFTERWARDS,
  rows: (_state, { shot }) => [shot],
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    const { good, usable, second } = event.payload;
    if (shot && shot.markedAt !== null && good + usable + second <= shot.cavities.size)
      shot.recount = { good, usable, second };
  },
};
