import * as z from 'zod';
import { alter } from '../alter.ts';
import { mould } from '../effects/onBench.ts';
import { unload } from '../inserts.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const ClosedSchema = z.object({
  mould: key,
  gaps: z.array(z.enum(['left', 'right'])),
  closures: z.number().int().min(0),
  loose: z.boolean(),
});

export const closed: EventKind<typeof ClosedSchema> = {
  work: { name: STEP_KINDS.close.name },
  ...AGAIN,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      if (mould.phase.is !== 'open' && mould.phase.is !== 'closed' && mould.phase.is !== 'cleared')
        return;
      // Baits of the last shot may still lie on the bench, waiting for the rack.
      if (mould.phase.is === 'cleared') {
        mould.shot = null;
        unload(state, mould);
      }
      if (state.focus?.mould === mould.key) state.focus = null;
      alter(mould, {
        phase: { is: 'closed' },
        since: event.at,
        closures: event.payload.closures,
        gaps: event.payload.gaps,
        looseIn: event.payload.loose,
      });
    }),
};
