// In a thread of the server's, bundled apart from the app (`scripts/threads.mjs`).
import { parentPort } from 'node:worker_threads';
import type { PlanInput } from '../core/plan/index.ts';
import { planSession } from '../core/plan/index.ts';
import type { ShopUnits } from '../core/quantity/index.ts';

/** What a plan is worked out from. */
export interface PlanAsked {
  input: PlanInput;
  units: ShopUnits;
}
parentPort!.on('message', ({ input, units }: PlanAsked) =>
  parentPort!.postMessage(planSession(input, units)),
);
