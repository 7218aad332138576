import { advise, benchView, inOneBreath, runInHand, sayStep, steps } from '@/core/session/index.ts';
import { useHeat } from './useHeat.ts';
import { useNow } from './useNow.ts';
import type { Session } from './useSession.ts';

/** What is to be done now, and what stands where, by the log and by what is foreseen. */
export function useAdvice(id: number, { state }: Session) {
  const now = Math.max(useNow(), state.lastAt);
  const inHand = runInHand(state);
  const { answer, plan } = useHeat(state, id, inHand);
  const { units, bench } = state.snapshot;
  const asked = steps(state, now);
  const all = bench.oneBreath ? inOneBreath(state, asked, now) : asked;
  const step = advise(state, all, { answer, plan, notes: state.heat, now });
  return {
    now,
    inHand,
    answer,
    all: all.map((one) => sayStep(one, units)),
    step: step && sayStep(step, units),
    view: benchView(state, inHand),
  };
}
export type Advice = ReturnType<typeof useAdvice>;
