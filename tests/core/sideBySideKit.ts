import type { Job, PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

/** Two baits of one colour, each in a mould of its own, shot with one injector. */
export function twoOfOneColour(counts = [16, 10]): PlanInput {
  const part = { for: 'x', colourway: 1, due: '2026-12-01' };
  const plan = draftPlan(
    SHELF,
    [
      { ...part, part: 1, line: 1, bait: 1, count: counts[0]! },
      { ...part, part: 2, line: 2, bait: 2, count: counts[1]! },
    ],
    DEFAULTS,
  );
  const twin = { id: 3, injector: SHELF.injectors[2]!.spec };
  const withTwin = (job: Job): Job => ({
    ...job,
    tools: job.tools.map((tools) => ({ ...tools, injector: twin, order: [] })),
  });
  return { ...plan, jobs: plan.jobs.map(withTwin) };
}
