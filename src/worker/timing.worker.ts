// Bundled by itself, without the app's short names.
import type { Plan, PlanInput } from '../core/plan/index.ts';
import type { TimingKnown } from '../core/tape/index.ts';
import { layEvening, tapeOf, timingOf } from '../core/tape/index.ts';

/** A plan laid on its lanes, off the page's own thread. */
addEventListener(
  'message',
  ({ data }: MessageEvent<{ n: number; plan: Plan; input: PlanInput; known: TimingKnown }>) => {
    const { n, plan, input, known } = data;
    const laid = layEvening(plan, input, known);
    postMessage({ n, plan, input, timing: timingOf(laid), tape: tapeOf(laid) });
  },
);
