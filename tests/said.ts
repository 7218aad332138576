// What a bench says, in its own shop's words and units.
import { spoken } from '../src/core/quantity/index.ts';
import * as core from '../src/core/session/index.ts';
import type { SaidStep, SessionState } from '../src/core/session/index.ts';

export const steps = (state: SessionState, now: number): SaidStep[] =>
  core.steps(state, now).map((step) => core.sayStep(step, state.snapshot.units));
export const nextStep = (state: SessionState, now: number): SaidStep | null =>
  steps(state, now)[0] ?? null;
export function advise(...asked: Parameters<typeof core.advise>): SaidStep | null {
  const step = core.advise(...asked);
  return step && core.sayStep(step, asked[0].snapshot.units);
}
export const drawWarnings = (...asked: Parameters<typeof core.drawWarnings>) =>
  core.drawWarnings(...asked).map(({ code, sentence }) => ({
    code,
    sentence: spoken(sentence, asked[0].snapshot.units),
  }));
export const heatCautions = (...asked: Parameters<typeof core.heatCautions>) =>
  core.heatCautions(...asked).map((caution) => ({
    ...caution,
    sentence: spoken(caution.sentence, asked[0].snapshot.units),
    act: spoken(caution.act, asked[0].snapshot.units),
  }));
