import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { cool } from '../effects/cycle.ts';
import { mould } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mouldCycle, noRows, OWN, saysNothingOfHeat } from './kind.ts';
import { coolingOf } from '../state/mould.ts';

export const ToppedOffSchema = z.object({
  mould: key,
  look: z.union([z.literal(1), z.literal(2)]),
  took: z.boolean(),
  cool: z.number().min(1).max(7200).optional(),
  firm: z.number().min(1).max(7200).optional(),
});

export const toppedOff: EventKind<typeof ToppedOffSchema> = {
  work: {
    name: STEP_KINDS.topOff.name,
    // Noted in one breath with the second look, the first was not at work till then.
    waits: (state, { mould, look }, at) => {
      const held = state.moulds.get(mould);
      const lookAt = (held && coolingOf(held)?.lookAt) ?? 0;
      return look === 2 || at >= lookAt ? lookAt : 0;
    },
  },
  identity: (state, { mould, look }) => (look === 1 ? [mouldCycle(state, mould)] : null),
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (mould.phase.is === 'holding')
        cool(state, mould, event.at, { seconds: event.payload.cool, firm: event.payload.firm });
      const cooling = coolingOf(mould);
      if (cooling) cooling[event.payload.look === 1 ? 'toppedOff' : 'looked'] = true;
      if (shot && event.payload.took) shot.toppedOff += 1;
      if (shot && event.payload.look === 2) shot.looked = true;
    }),
};
