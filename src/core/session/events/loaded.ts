import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { mould } from '../effects/onBench.ts';
import { takeInsert } from '../inserts.ts';
import { key } from './fields.ts';
import { type EventKind, mouldCycle, noRows, OWN, saysNothingOfHeat } from './kind.ts';

/** inserts laid in cavities of an open mould; `gap` where one shows round them */
export const LoadedSchema = z.object({
  mould: key,
  job: key,
  cavities: z.array(z.number().int()).min(1).max(48),
  gap: z.boolean(),
});

export const loaded: EventKind<typeof LoadedSchema> = {
  work: { name: STEP_KINDS.load.name, times: ({ cavities }) => cavities.length },
  identity: (state, { mould, cavities, gap }) => [
    mouldCycle(state, mould),
    cavities.join('+'),
    String(gap),
  ],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const run = state.runs.get(event.payload.job);
    mould(state, event.payload.mould, (mould) => {
      if (!run || (mould.phase.is !== 'open' && mould.phase.is !== 'closed')) return;
      state.focus = { what: 'load', mould: mould.key };
      for (const cavity of event.payload.cavities) {
        if (!mould.mould.cavities.some((other) => other.n === cavity)) continue;
        if (!mould.loaded.has(cavity)) mould.loaded.set(cavity, takeInsert(state, run).id);
        if (event.payload.gap) mould.gapped.add(cavity);
        else mould.gapped.delete(cavity);
      }
    });
  },
};
