import { useEffect } from 'react';
import type { Plan, PlanInput, Timing, TimingKnown } from '@/core/plan/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';

/** Times a plan in a worker; null until it has. */
export function useTiming(plan: Plan | null, input: PlanInput, known: TimingKnown): Timing | null {
  const { answer, ask } = useAnswers<
    { plan: Plan; input: PlanInput; known: TimingKnown },
    { n: number; timing: Timing }
  >(
    () => new Worker(new URL('../../worker/timing.worker.ts', import.meta.url), { type: 'module' }),
  );
  useEffect(() => {
    if (plan) ask({ plan, input, known });
  }, [plan, input, known, ask]);
  return answer?.timing ?? null;
}
