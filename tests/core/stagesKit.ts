import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import type { SessionState, Snapshot } from '@/core/session/index.ts';

import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import type { benchOn } from '../bench.ts';

import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { nextStep } from '../said.ts';

export const input = (colourway: string, count?: number): PlanInput => {
  const way = WAYS.find((way) => way.colourway === colourway)!;
  return draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((bait) => bait.name === way.bait) + 1,
        colourway: COLOURWAYS.findIndex((other) => other.name === colourway) + 1,
        count: count ?? way.count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
};
export const open = (plan: PlanInput): Snapshot => snapshotFrom('Trial', plan, DEFAULT_SHOP);
export const snapshots = WAYS.map((way) => open(input(way.colourway)));
export { unbalanced as balance } from '../randomLog.ts';
export const keys = (
  bench: ReturnType<typeof benchOn>,
  until: (state: SessionState) => boolean,
): string[] => {
  const out: string[] = [];
  bench.follow((state) => {
    const key = nextStep(state, bench.now())?.key ?? '';
    if (out.at(-1) !== key) out.push(key);
    return until(state);
  });
  return out;
};
export const atStep = (bench: ReturnType<typeof benchOn>, key: string) =>
  bench.follow((state) => nextStep(state, bench.now())?.key === key);
