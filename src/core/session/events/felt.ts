import * as z from 'zod';
import { FELT_LIKE } from '../../heat/felt.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** What the baits of a shot felt like as its mould was opened: its lesson is when to open. */
export const FeltSchema = z.object({ shot: key, felt: z.enum(FELT_LIKE) });

export const felt: EventKind<typeof FeltSchema> = {
  work: { name: 'How the baits felt' },
  ...AGAIN,
  apply: (state, { payload }) => {
    const shot = state.shots.get(payload.shot);
    if (shot) shot.felt = payload.felt;
  },
};
