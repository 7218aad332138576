import * as z from 'zod';
import { DEGASSED_AT } from '../../plan/degas.ts';
import { alter } from '../alter.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const DegassedSchema = z.object({
  cup: key,
  when: z.enum(DEGASSED_AT),
});

export const degassed: EventKind<typeof DegassedSchema> = {
  work: { name: 'Degas' },
  ...AGAIN,
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) =>
      alter(cup, { degassed: { stirs: 0, when: event.payload.when } }),
    ),
};
