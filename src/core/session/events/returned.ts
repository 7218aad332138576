import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { scrapG } from '../effects/grams.ts';
import { give } from '../effects/grams.ts';
import { mould } from '../effects/onBench.ts';
import { key } from './fields.ts';
import { type EventKind, saysNothingOfHeat } from './kind.ts';

/** the sprue, and where shorts and seconds go when not with it */
export const ReturnedSchema = z.object({ shot: key, to: key, scrap: key.optional() });

export const returned: EventKind<typeof ReturnedSchema> = {
  work: { name: STEP_KINDS.sprue.name },
  identity: (_state, { shot }) => [shot],
  rows: (_state, { shot }) => [shot],
  heat: saysNothingOfHeat,
  brings: {
    celsius: { mean: 45, sd: 12 },
    from: (state, { shot }) => [...new Set(state.shots.get(shot)?.cavities.values() ?? [])],
  },
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.returnedTo !== null) return;
    shot.returnedTo = event.payload.to;
    shot.scrapTo = event.payload.scrap ?? event.payload.to;
    give(state, shot.returnedTo, shot.feedG);
    give(state, shot.scrapTo, scrapG(state, shot));
    mould(
      state,
      shot.mould,
      (mould) => void (mould.shot === shot.id && (mould.phase = { is: 'cleared' })),
    );
  },
};
