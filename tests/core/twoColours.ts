import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

const mixesOf = (colourway: number): number[] =>
  Object.values(SHELF.colourways.find(({ id }) => id === colourway)!.spec.layers).map(Number);

/** A colourway of the same build as the first, of other mixes. */
function apartFromFirst(): number {
  const [first, ...others] = SHELF.colourways;
  return others.find(
    ({ id, spec }) =>
      spec.build === first!.spec.build &&
      mixesOf(id).every((mix) => !mixesOf(first!.id).includes(mix)),
  )!.id;
}

/** Two baits of two colours, each in a mould of its own, shot with one injector. */
export function twoColours(counts = [24, 24]): PlanInput {
  const plan = draftPlan(
    SHELF,
    [1, apartFromFirst()].map((colourway, nth) => ({
      ...{ part: nth + 1, line: nth + 1, for: 'x', due: '2026-12-01' },
      ...{ bait: nth + 1, colourway, count: counts[nth]! },
    })),
    DEFAULTS,
  );
  const { id, spec } = SHELF.injectors[2]!;
  return {
    ...plan,
    jobs: plan.jobs.map((job) => ({
      ...job,
      tools: job.tools.map((tools) => ({ ...tools, injector: { id, injector: spec }, order: [] })),
    })),
  };
}
