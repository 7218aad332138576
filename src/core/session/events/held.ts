import * as z from 'zod';
import { cool } from '../effects/cycle.ts';
import { mould } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, mouldCycle, noRows, OWN, saysNothingOfHeat } from './kind.ts';
import { heldUntil } from '../state/mould.ts';

/**
 * `cool` s until it opens, as reckoned for this bait, mould and heat; the mould's own figure
 * where it is not
 */
export const HeldSchema = z.object({
  mould: key,
  cool: z.number().min(1).max(7200).optional(),
  firm: z.number().min(1).max(7200).optional(),
});

export const held: EventKind<typeof HeldSchema> = {
  work: {
    name: 'Let go after the hold',
    waits: (state, { mould }) => {
      const held = state.moulds.get(mould);
      return held ? heldUntil(held) : 0;
    },
  },
  identity: (state, { mould }) => [mouldCycle(state, mould)],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) =>
    mould(
      state,
      event.payload.mould,
      (mould) =>
        void (
          mould.phase.is === 'holding' &&
          cool(state, mould, event.at, { seconds: event.payload.cool, firm: event.payload.firm })
        ),
    ),
};
