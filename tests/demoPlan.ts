import type { PlanInput, WantedPart } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { MOULDS } from '../scripts/demo/moulds.ts';
import { SHELF } from '../scripts/demo/shelf.ts';

export { SHELF };
export const DEFAULTS = {
  settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
  good: 0.95,
  confidence: 0.8,
  window: DEFAULT_SHOP.window,
};
export const WANTED: WantedPart[] = [
  {
    part: 1,
    line: 1,
    for: 'Breakwater Tackle',
    bait: 1,
    colourway: 1,
    count: 20,
    due: '2026-12-01',
  },
  { part: 2, line: 2, for: 'Web shelf', bait: 1, colourway: 1, count: 12, due: '2026-12-05' },
];

/** A dual laminate in two moulds in step, for two lines: what most tests shoot. */
export function demoPlan(): PlanInput {
  const plan = draftPlan(SHELF, WANTED, DEFAULTS);
  const job = plan.jobs[0]!;
  return {
    ...plan,
    jobs: [
      {
        ...job,
        tools: [
          {
            ...job.tools[0]!,
            moulds: [...job.tools[0]!.moulds, { id: 2, mould: MOULDS[1]!, given: 0 }],
          },
        ],
      },
    ],
  };
}
