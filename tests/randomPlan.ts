import fc from 'fast-check';
import type { Job, PlanInput, Tools } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { DEFAULTS, SHELF, WANTED } from './demoPlan.ts';

interface Drawn {
  bait: number;
  /** another bait of the same colours, shot with the same injector; null = none */
  beside: number | null;
  colourway: number;
  count: number;
  /** barrels and cups against the demo shop's own */
  barrel: number;
  vessel: number;
  degas: 'none' | 'cold' | 'after colour';
  habit: Tools['habit'];
  toPuck: boolean;
  each: boolean;
  steps: number;
  trials: number;
  good: number;
}

const choice = fc.record<Drawn>({
  bait: fc.integer({ min: 1, max: SHELF.baits.length }),
  beside: fc.option(fc.integer({ min: 1, max: SHELF.baits.length })),
  colourway: fc.integer({ min: 1, max: SHELF.colourways.length }),
  count: fc.integer({ min: 1, max: 400 }),
  barrel: fc.double({ min: 0.25, max: 2, noNaN: true }),
  vessel: fc.double({ min: 0.15, max: 2, noNaN: true }),
  degas: fc.constantFrom('none', 'cold', 'after colour'),
  habit: fc.constantFrom('push', 'plug'),
  toPuck: fc.boolean(),
  each: fc.boolean(),
  steps: fc.integer({ min: 1, max: 3 }),
  trials: fc.integer({ min: 0, max: 6 }),
  good: fc.double({ min: 0.4, max: 1, noNaN: true }),
});

function toolsOf(tools: Tools, drawn: Drawn, layers: string[]): Tools {
  const moulds = tools.moulds.map((mould) => ({
    ...mould,
    mould: drawn.each
      ? { ...mould.mould, feed: 'each' as const, runner: Math.max(2, mould.mould.runner) }
      : mould.mould,
  }));
  return {
    ...tools,
    moulds: moulds.flatMap((mould) =>
      Array.from({ length: drawn.steps }, (_, i) => ({ ...mould, id: mould.id + 100 * i })),
    ),
    injector: tools.injector && {
      id: tools.injector.id,
      injector: {
        ...tools.injector.injector,
        barrels: tools.injector.injector.barrels.map((barrel) => ({
          ...barrel,
          volume: barrel.volume * drawn.barrel,
        })),
      },
    },
    habit: drawn.habit,
    good: drawn.good,
    mixedTo: drawn.toPuck ? 'puck' : (layers[0] ?? 'puck'),
  };
}

/** Jobs that are all shot with what the first of them is shot with, where its barrels are as many. */
const withFirst = (jobs: readonly Job[]): Job[] =>
  jobs.map((job) => ({
    ...job,
    tools: job.tools.map((tools, nth): Tools => {
      const { injector, block } = jobs[0]!.tools[nth] ?? tools;
      const barrels = (of: Tools['injector']) => of?.injector.barrels.length;
      return barrels(injector) === barrels(tools.injector) ? { ...tools, injector, block } : tools;
    }),
  }));

/**
 * Plans nobody would lay by hand: any bait in any colourway, tools of any size, trials, habits and
 * ways of feeding.
 */
export const randomPlan: fc.Arbitrary<PlanInput> = choice.map((drawn) => {
  const { bait, beside, colourway, count } = drawn;
  const one = { ...WANTED[0]!, bait, colourway, count };
  const other = { ...one, part: 2, line: 2, bait: beside ?? bait };
  const plan = draftPlan(SHELF, beside === null ? [one] : [one, other], DEFAULTS);
  return {
    ...plan,
    jobs: withFirst(plan.jobs).map((job) => ({
      ...job,
      trials: drawn.trials,
      tools: job.tools.map((tool) => toolsOf(tool, drawn, Object.keys(job.layers))),
    })),
    cups: plan.cups.map((cup) => ({
      ...cup,
      degas: drawn.degas,
      vessel: cup.vessel && {
        id: cup.vessel.id,
        vessel: { ...cup.vessel.vessel, volume: cup.vessel.vessel.volume * drawn.vessel },
      },
    })),
  };
});
