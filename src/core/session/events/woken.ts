import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { cup } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

export const WokenSchema = z.object({ cup: key });

export const woken: EventKind<typeof WokenSchema> = {
  work: { name: STEP_KINDS.wake.name },
  identity: (state, { cup }) => [cup, state.cups.get(cup)?.charges ?? 0],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => cup(state, event.payload.cup, (cup) => void (cup.woken = true)),
};
