import * as z from 'zod';
import { stirredBounds } from '../doubt.ts';
import { burstOver, openOven } from '../effects/oven.ts';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN } from './kind.ts';

export const StirredSchema = z.object({ cup: key });

export const stirred: EventKind<typeof StirredSchema> = {
  work: { name: 'Stir', waits: (state, { cup }) => burstOver(state, cup) },
  identity: mayComeTwice,
  rows: noRows,
  heat: (_state, { id, at, payload: { cup } }) => ({ id, at, kind: 'out', cup }),
  brings: OWN,
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => {
      openOven(state, cup.inOven?.oven, event.at);
      stirredBounds(cup, event.at);
      cup.stirredAt = event.at;
      if (cup.degassed) cup.degassed = { ...cup.degassed, stirs: cup.degassed.stirs + 1 };
    }),
};
