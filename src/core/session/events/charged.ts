import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { alter } from '../alter.ts';
import { cup } from '../effects/onBench.ts';
import { grams, key } from './fields.ts';
import { type EventKind, noRows, saysNothingOfHeat } from './kind.ts';

export const ChargedSchema = z.object({ cup: key, grams, from: z.enum(['fresh', 'remelt']) });

export const charged: EventKind<typeof ChargedSchema> = {
  payload: ChargedSchema,
  work: { name: STEP_KINDS.dose.name },
  identity: (state, { cup }) => [cup, state.cups.get(cup)?.charges ?? 0],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: { celsius: null, from: (_state, { from }) => (from === 'remelt' ? 'remelt' : undefined) },
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => {
      cup.grams += event.payload.grams;
      if (event.payload.from === 'fresh') cup.freshG += event.payload.grams;
      else cup.remeltG += event.payload.grams;
      cup.charges += 1;
      // What is new in the cup has not been cooked, degassed or coloured yet.
      alter(cup, { fused: false, degassed: null, coloured: false, runs: 'alike' });
      cup.trail.push({
        event: event.id,
        at: event.at,
        what: event.payload.from === 'fresh' ? 'plastisol' : 'remelt',
        amount: event.payload.grams,
        dimension: 'mass',
        grams: cup.grams,
        celsius: cup.reading?.celsius ?? null,
      });
    }),
};
