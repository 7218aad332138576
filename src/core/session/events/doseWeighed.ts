import * as z from 'zod';
import { cup } from '../effects/onBench.ts';
import { AddedSchema } from './added.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** What an addition nobody had counted turned out to be. */
export const DoseWeighedSchema = AddedSchema.pick({ amount: true, dimension: true }).extend({
  cup: key,
  /** the event it went in by */
  entry: z.string().uuid(),
});

export const doseWeighed: EventKind<typeof DoseWeighedSchema> = {
  work: { name: 'Weigh a bottle' },
  ...AGAIN,
  apply: (state, { payload }) =>
    cup(state, payload.cup, (cup) => {
      const { amount, dimension } = payload;
      cup.trail = cup.trail.map((entry) =>
        entry.event === payload.entry && entry.brings === null
          ? { ...entry, amount, dimension, counted: 'hand' }
          : entry,
      );
    }),
};
