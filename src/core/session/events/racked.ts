import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { reopen } from '../effects/cycle.ts';
import { key } from './fields.ts';
import { type EventKind, OWN, saysNothingOfHeat } from './kind.ts';

export const RackedSchema = z.object({ shot: key });

export const racked: EventKind<typeof RackedSchema> = {
  payload: RackedSchema,
  work: { name: STEP_KINDS.rack.name },
  identity: (_state, { shot }) => [shot],
  rows: (_state, { shot }) => [shot],
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot || shot.rackedAt !== null) return;
    shot.rackedAt = event.at;
    shot.curedAt = event.at + state.snapshot.bench.cure * 3_600_000;
    mould(state, shot.mould, (mould) => void (mould.shot === shot.id && reopen(state, mould)));
  },
};
