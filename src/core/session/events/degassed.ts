import * as z from 'zod';
import { alter } from '../alter.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const DegassedSchema = z.object({
  cup: key,
  when: z.enum(['cold', 'before colour', 'after colour']),
});

export const degassed: EventKind<typeof DegassedSchema> = {
  payload: DegassedSchema,
  work: { name: 'Degas' },
  ...AGAIN,
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => alter(cup, { degassed: { stirs: 0 } })),
};
