// Bundled by itself, without the app's short names.
import type { Plan, PlanInput, TimingKnown } from '../core/plan/index.ts';
import { timeSession } from '../core/plan/index.ts';

/** How long a plan takes, worked out off the page's own thread. */
addEventListener(
  'message',
  ({ data }: MessageEvent<{ n: number; plan: Plan; input: PlanInput; known: TimingKnown }>) =>
    postMessage({ n: data.n, timing: timeSession(data.plan, data.input, data.known) }),
);
