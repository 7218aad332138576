import * as z from 'zod';
import { reopen } from '../effects/cycle.ts';
import { mould } from '../effects/onBench.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { type EventKind, ONCE_A_SHOT } from './kind.ts';

export const RackedSchema = z.object({ shot: key });

export const racked: EventKind<typeof RackedSchema> = {
  work: { name: STEP_KINDS.rack.name },
  ...ONCE_A_SHOT,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.rackedAt !== null) return;
    shot.rackedAt = event.at;
    shot.curedAt = event.at + state.snapshot.bench.cure * 3_600_000;
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && reopen(state, mould)));
  },
};
