import * as z from 'zod';
import { cool, reopen } from '../effects/cycle.ts';
import { key } from './fields.ts';
import { type EventKind, mayComeTwice, noRows, OWN, saysNothingOfHeat } from './kind.ts';
import { coolingOf } from '../state/mould.ts';

export const SkippedSchema = z.object({ step: key, target: key });

export const skipped: EventKind<typeof SkippedSchema> = {
  payload: SkippedSchema,
  work: null,
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    state.skips.add(`${event.payload.step}:${event.payload.target}`);
    // What is skipped is left: the key is free again.
    state.focus = null;
    const { step, target } = event.payload;
    const onRack = step === 'rack' || step === 'keep';
    const mould = state.moulds.get(onRack ? (state.shots.get(target)?.mould ?? '') : target);
    if (!mould) return;
    if (step === 'hold' && mould.phase.is === 'holding') cool(state, mould, event.at);
    const cooling = coolingOf(mould);
    if (cooling && step === 'topOff') cooling.toppedOff = true;
    if (cooling && step === 'secondLook') cooling.looked = true;
    if (step === 'sprue' && mould.phase.is === 'marked') mould.phase = { is: 'cleared' };
    if (onRack && mould.shot === target && mould.phase.is === 'cleared') reopen(state, mould);
  },
};
