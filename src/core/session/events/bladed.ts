import * as z from 'zod';
import { RUNS, type Runs } from '../../material/viscosity.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN, saysNothingOfHeat } from './kind.ts';

/** how a colour runs off the blade, beside the others */
export const BladedSchema = z.object({
  cup: key,
  runs: z.enum(Object.keys(RUNS) as [Runs, ...Runs[]]),
});

export const bladed: EventKind<typeof BladedSchema> = {
  payload: BladedSchema,
  work: { name: 'Look at the blade' },
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => void (cup.runs = event.payload.runs)),
};
