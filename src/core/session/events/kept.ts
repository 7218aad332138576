import * as z from 'zod';
import { insertKind } from '../../plan/run.ts';
import { reopen } from '../effects/cycle.ts';
import { insertsOf, scrapG, worthKeeping } from '../effects/grams.ts';
import { mould } from '../effects/onBench.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { type EventKind, ONCE_A_SHOT } from './kind.ts';

/** inserts of a shot laid by, oiled or dry */
export const KeptSchema = z.object({ shot: key, oiled: z.boolean() });

export const kept: EventKind<typeof KeptSchema> = {
  work: { name: STEP_KINDS.keep.name },
  ...ONCE_A_SHOT,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.rackedAt !== null || shot.stage.makes === 'bait') return;
    shot.rackedAt = event.at;
    const made = worthKeeping(shot);
    if (made > 0) {
      const job = state.runs.get(shot.job)?.job ?? { layers: {} };
      state.lots.set(shot.id, {
        id: shot.id,
        kind: insertKind(job, shot.stage, Number(shot.mould)),
        makes: shot.stage.makes,
        from: 'shot',
        made,
        left: made,
        spoiled: 0,
        scrap: scrapG(state, shot),
        each: (shot.baitsG + insertsOf(state, shot) - scrapG(state, shot)) / made,
        oiled: event.payload.oiled,
      });
    }
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && reopen(state, mould)));
  },
};
