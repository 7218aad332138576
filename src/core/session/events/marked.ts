import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { type EventKind, ONCE_A_SHOT } from './kind.ts';

/** `keep`: the good baits of a trial are kept */
export const MarkedSchema = z.object({ shot: key, keep: z.boolean().optional() });

export const marked: EventKind<typeof MarkedSchema> = {
  work: { name: STEP_KINDS.mark.name },
  ...ONCE_A_SHOT,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    if (!shot) return;
    shot.markedAt ??= event.at;
    if (state.focus?.mould === shot.mould) state.focus = null;
    shot.openedAt ??= event.at;
    if (event.payload.keep && shot.trial && shot.returnedTo === null) shot.keptTrial = true;
    mould(
      state,
      shot.mould,
      (mould) => void (mould.shot === shot.id && (mould.phase = { is: 'marked' })),
    );
  },
};
