import * as z from 'zod';
import { cool, reopen } from '../effects/cycle.ts';
import { skipKey } from '../skips.ts';
import type { SessionState } from '../state.ts';
import { coolingOf, type MouldState } from '../state/mould.ts';
import { key } from './fields.ts';
import { AGAIN, type EventKind } from './kind.ts';

export const SkippedSchema = z.object({ step: key, target: key });

/** Steps whose target is a shot, not the mould it stands in. */
const RACKED: ReadonlySet<string> = new Set(['rack', 'keep']);

interface Left {
  state: SessionState;
  mould: MouldState;
  target: string;
  at: number;
}
const offTheRack = ({ state, mould, target }: Left): void => {
  if (mould.shot === target && mould.phase.is === 'cleared') reopen(state, mould);
};
/** A mould goes on as though the step were done, where it was left out. */
const GOES_ON: Partial<Record<string, (left: Left) => void>> = {
  hold: ({ state, mould, at }) => {
    if (mould.phase.is === 'holding') cool(state, mould, at);
  },
  topOff: ({ mould }) => {
    const cooling = coolingOf(mould);
    if (cooling) cooling.toppedOff = true;
  },
  secondLook: ({ mould }) => {
    const cooling = coolingOf(mould);
    if (cooling) cooling.looked = true;
  },
  sprue: ({ mould }) => {
    if (mould.phase.is === 'marked') mould.phase = { is: 'cleared' };
  },
  rack: offTheRack,
  keep: offTheRack,
};

export const skipped: EventKind<typeof SkippedSchema> = {
  work: null,
  ...AGAIN,
  apply: (state, event) => {
    const { step, target } = event.payload;
    state.skips.add(skipKey({ step, target }));
    state.leftOut.set(step, (state.leftOut.get(step) ?? 0) + 1);
    // What is skipped is left: the key is free again.
    state.focus = null;
    const onRack = RACKED.has(step);
    const mould = state.moulds.get(onRack ? (state.shots.get(target)?.mould ?? '') : target);
    if (mould) GOES_ON[step]?.({ state, mould, target, at: event.at });
  },
};
