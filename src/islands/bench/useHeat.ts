import { useEffect, useRef, useState } from 'react';
import type { HeatAnswer, HeatPlan, RunState, SessionState } from '@/core/session/index.ts';
import { heatAsk, keepPlan, steps } from '@/core/session/index.ts';
import type { HeatOracle } from '@/worker/askHeat.ts';
import { heatOracle } from '@/worker/askHeat.ts';
import { onceDrawn } from '@/ui/painted.ts';
import { shopNow } from '@/ui/shopClock.ts';

/** It is asked again so often while nothing happens, ms: cups cool meanwhile. */
const AGAIN = 2000;

/**
 * What is foreseen of heat at this bench, and the plan for bringing cups together that is in hand.
 */
export function useHeat(
  state: SessionState,
  session: number,
  run: RunState | null,
): { answer: HeatAnswer | null; plan: HeatPlan | null } {
  const [seen, setSeen] = useState<{ answer: HeatAnswer | null; plan: HeatPlan | null }>({
    answer: null,
    plan: null,
  });
  const oracle = useRef<HeatOracle>(undefined);
  const asking = useRef<() => void>(() => {});
  useEffect(() => {
    oracle.current = heatOracle((answer, ask) =>
      setSeen((was) => ({ answer, plan: keepPlan(was.plan, ask, answer, shopNow()) })),
    );
    const beat = setInterval(() => asking.current(), AGAIN);
    return () => {
      clearInterval(beat);
      oracle.current?.end();
    };
  }, []);
  useEffect(() => {
    asking.current = () =>
      state.phase.is === 'running' &&
      state.heat.length > 0 &&
      oracle.current?.ask(
        heatAsk(state, session, { run, now: shopNow(), all: steps(state, shopNow()) }),
      );
    onceDrawn(() => asking.current());
  }, [state, session, run]);
  return seen;
}
