import { useEffect, useRef, useState } from 'react';
import type { Plan, PlanInput, Timing, TimingKnown } from '@/core/plan/index.ts';

/** Times a plan in a worker; null while it does. */
export function useTiming(plan: Plan | null, input: PlanInput, known: TimingKnown): Timing | null {
  const [timing, setTiming] = useState<Timing | null>(null);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  useEffect(() => {
    const made = new Worker(new URL('../../worker/timing.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = (e: MessageEvent<{ n: number; timing: Timing }>) => e.data.n === asked.current && setTiming(e.data.timing);
    worker.current = made;
    return () => made.terminate();
  }, []);
  useEffect(() => {
    asked.current += 1;
    if (plan) worker.current?.postMessage({ n: asked.current, plan, input, known });
  }, [plan, input, known]);
  return timing;
}
