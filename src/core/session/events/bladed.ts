import * as z from 'zod';
import { type Runs, RUNS } from '../../material/viscosity.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** how a colour runs off the blade, beside the others */
export const BladedSchema = z.object({
  cup: key,
  runs: z.enum(Object.keys(RUNS) as [Runs, ...Runs[]]),
});

export const bladed: EventKind<typeof BladedSchema> = {
  work: { name: 'Look at the blade' },
  ...AGAIN,
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => void (cup.runs = event.payload.runs)),
};
