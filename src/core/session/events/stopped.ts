import * as z from 'zod';
import { PUSHES } from '../../build/build.ts';
import { sum } from '../../shot/volume.ts';
import { hold } from '../effects/cycle.ts';
import { mould } from '../effects/onBench.ts';
import { type Stop, STOPS } from '../words.ts';
import { key } from './fields.ts';
import { type EventKind, ONCE_A_CYCLE } from './kind.ts';

/** filling ended before the last cavity */
export const StoppedSchema = z.object({
  mould: key,
  why: z.enum(Object.keys(STOPS) as [Stop, ...Stop[]]),
});

export const stopped: EventKind<typeof StoppedSchema> = {
  work: { name: 'Stop a filling' },
  ...ONCE_A_CYCLE,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      const shot = state.shots.get(mould.shot ?? '');
      if (mould.phase.is !== 'filling' || !shot) return;
      shot.stopped = event.payload.why;
      // What was poured for cavities left empty is peeled out.
      const poured = sum(shot.poured.map((portion) => portion.grams));
      state.puckG +=
        (poured * (mould.mould.cavities.length - shot.cavities.size)) / mould.mould.cavities.length;
      hold(state, mould, event.at, PUSHES[shot.stage.push].hold);
    }),
};
