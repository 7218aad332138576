import * as z from 'zod';
import { key } from './fields.ts';
import { AFTERWARDS, type EventKind } from './kind.ts';

/** baits lost since they were counted; below 0 = found again */
export const DroppedSchema = z.object({
  shot: key,
  good: z.number().int().min(-48).max(48),
  usable: z.number().int().min(-48).max(48),
  why: z.string().trim().min(1, 'Say what became of them.').max(200),
});

export const dropped: EventKind<typeof DroppedSchema> = {
  work: { name: 'Count what was lost' },
  ...AFTERWARDS,
  rows: (_state, { shot }) => [shot],
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (shot)
      shot.dropped = {
        good: shot.dropped.good + event.payload.good,
        usable: shot.dropped.usable + event.payload.usable,
      };
  },
};
