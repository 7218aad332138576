import { useEffect } from 'react';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import type { Tape, Timing, TimingKnown } from '@/core/tape/index.ts';
import { useAnswers } from '@/ui/useAnswers.ts';

/**
 * A plan laid on its lanes: how long it takes, and its tape. The plan on the screen may be a newer one:
 * what is told of both is told of this one.
 */
export interface Timed {
  plan: Plan;
  input: PlanInput;
  timing: Timing;
  tape: Tape;
}
/** Lays a plan on its lanes in a worker; null until it has. */
export function useTiming(plan: Plan | null, input: PlanInput, known: TimingKnown): Timed | null {
  const { answer, ask } = useAnswers<
    { plan: Plan; input: PlanInput; known: TimingKnown },
    { n: number } & Timed
  >(
    () => new Worker(new URL('../../worker/timing.worker.ts', import.meta.url), { type: 'module' }),
  );
  useEffect(() => {
    if (plan) ask({ plan, input, known });
  }, [plan, input, known, ask]);
  return answer ?? null;
}
