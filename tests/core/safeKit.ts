import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import type { SessionState } from '@/core/session/index.ts';
import { follower, forecastBench, heatAsk, keepPlan, runInHand } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { advise, heatCautions, nextStep, steps } from '../said.ts';

export const setup = {
  ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })),
  learned: NOTHING_LEARNED,
};
export const plain = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, { heat: setup });
export const [text, word] = ['1', '2'];

/** What the bench shows and advises at a moment. */
export function seen(state: SessionState, now: number) {
  const ask = heatAsk(state, 1, { run: runInHand(state), now });
  const answer = forecastBench(follower(state.snapshot.heat)(state.heat, now), ask);
  const plan = keepPlan(null, ask, answer, now);
  return {
    answer,
    step: advise(state, steps(state, now), { answer, plan, notes: state.heat, now }),
    cautions: heatCautions(state, answer, now),
  };
}
/** A bench with both cups charged, cooked and coloured, about to be matched. */
export function ready(snapshot = plain) {
  const bench = benchOn(snapshot);
  bench.follow(
    (state) =>
      nextStep(state, bench.now())?.key === 'match' || nextStep(state, bench.now())?.key === 'draw',
  );
  // A cup takes its time from fusion down to the window.
  bench.act({ kind: 'stirred', payload: { cup: text } }, 120_000);
  return bench;
}
