import type { HeatSetup, SessionState, Snapshot } from '@/core/session/index.ts';
import { follower, forecastBench, heatAsk, keepPlan, runInHand } from '@/core/session/index.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { advise, steps } from '../said.ts';

export const text = '1';
export const word = '2';
export const setup = (count: number): HeatSetup => ({
  ovens: OVENS.slice(0, count).map((oven, i) => ({ id: i + 1, oven })),
  learned: NOTHING_LEARNED,
  altitude: 0,
});
export const snapshot = (count = 2, change: (snapshot: Snapshot) => void = () => {}): Snapshot => {
  const snapshot = structuredClone(
    snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, { heat: setup(count) }),
  );
  change(snapshot);
  return snapshot;
};
/** What a bench says at a moment, with all that is foreseen. */
export function told(state: SessionState, now: number) {
  const ask = heatAsk(state, 1, { run: runInHand(state), now });
  const answer = forecastBench(follower(state.snapshot.heat)(state.heat, now), ask);
  return {
    answer,
    step: advise(state, steps(state, now), {
      answer,
      plan: keepPlan(null, ask, answer, now),
      notes: state.heat,
      now,
    }),
  };
}
export const burst = (cup: string, seconds: number, oven: number, together?: string[]) => ({
  kind: 'heated' as const,
  payload: { cup, seconds, begun: true, oven, level: 1, ...(together ? { together } : {}) },
});
