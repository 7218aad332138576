import * as z from 'zod';
import { heatByShot } from '../effects/mouldHeat.ts';
import { mould } from '../effects/onBench.ts';
import { coolingOf } from '../state/mould.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { type EventKind, ONCE_A_CYCLE } from './kind.ts';

export const MouldOpenedSchema = z.object({ mould: key });

/** Events of before this version had no effects of their own for a turned block. */
const TURNED_SINCE = 2;

export const mouldOpened: EventKind<typeof MouldOpenedSchema> = {
  work: {
    name: STEP_KINDS.open.name,
    waits: (state, { mould }) => {
      const cooling = state.moulds.get(mould);
      return (cooling && coolingOf(cooling)?.readyAt) ?? 0;
    },
  },
  ...ONCE_A_CYCLE,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (!shot || shot.openedAt !== null) return;
      shot.openedAt = event.at;
      if (mould.phase.is === 'cooling' && mould.phase.reckoned)
        shot.waited = {
          seconds: (event.at - mould.phase.wentIn) / 1000,
          reckoned: (mould.phase.readyAt - mould.phase.wentIn) / 1000,
          firm: mould.phase.firm,
        };
      heatByShot(state, mould, event.at);
      mould.phase = { is: 'opened' };
      // A turned block puts the belly on the back of every bait; the maker may still find some
      // good.
      if (event.v >= TURNED_SINCE && shot.turned)
        for (const cavity of shot.cavities.keys())
          if (!shot.marks.has(cavity)) shot.marks.set(cavity, { grade: 'usable', fault: 'upside' });
    }),
};
