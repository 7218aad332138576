import { useMemo } from 'react';
import { advise, benchView, inOneBreath, runInHand, sayStep, steps } from '@/core/session/index.ts';
import { useHeat } from './useHeat.ts';
import { useNow } from './useNow.ts';
import type { Session } from './useSession.ts';

/** What is to be done now, and what stands where, by the log and by what is foreseen. */
export function useAdvice(id: number, { state }: Session) {
  const now = Math.max(useNow(), state.lastAt);
  const inHand = runInHand(state);
  const { answer, plan } = useHeat(state, id, inHand);
  // The bench is drawn anew for more than this rests on: what only waits to be sent changes no step.
  const said = useMemo(() => {
    const { units, bench } = state.snapshot;
    const asked = steps(state, now);
    const all = bench.oneBreath ? inOneBreath(state, asked, now) : asked;
    const step = advise(state, all, { answer, plan, notes: state.heat, now });
    return { all: all.map((one) => sayStep(one, units)), step: step && sayStep(step, units) };
  }, [state, now, answer, plan]);
  const view = useMemo(() => benchView(state, inHand), [state, inHand]);
  return { now, inHand, answer, ...said, view };
}
export type Advice = ReturnType<typeof useAdvice>;
