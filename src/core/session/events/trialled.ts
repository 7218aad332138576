import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { STEP_KINDS } from '../stepKinds.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** a new mould's trial card */
export const TrialledSchema = z.object({
  mould: key,
  shot: key,
  fill: z.enum(['full', 'short', 'flashed']),
  letsGo: z.enum(['TOP', 'bottom', 'either']),
  hold: z.number().min(0).max(120),
  window: z.object({ low: z.number().min(100).max(205), high: z.number().min(100).max(205) }),
  bait: z.number().positive().max(2000).nullable(),
  verdict: z.enum(['good', 'watch', 'stop']),
  note: z.string().max(300),
});

export const trialled: EventKind<typeof TrialledSchema> = {
  work: { name: STEP_KINDS.trial.name },
  ...AGAIN,
  apply: (state, event) =>
    mould(state, event.payload.mould, (mould) => {
      state.trialled.set(mould.key, {
        event: event.id,
        at: event.at,
        verdict: event.payload.verdict,
      });
      mould.mould = {
        ...mould.mould,
        tried: true,
        letsGo: event.payload.letsGo,
        hold: event.payload.hold,
        window: event.payload.window,
      };
    }),
};
