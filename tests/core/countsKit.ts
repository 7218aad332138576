import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import type { Snapshot } from '@/core/session/index.ts';
import { nextStep } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import type { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

const wayOf = (colourway: string) => WAYS.find((way) => way.colourway === colourway)!;
export const idOf = (all: readonly { name: string }[], name: string) =>
  all.findIndex((other) => other.name === name) + 1;
export const input = (colourway: string, wanted?: number): PlanInput =>
  draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: idOf(BAITS, wayOf(colourway).bait),
        colourway: idOf(COLOURWAYS, colourway),
        count: wanted ?? wayOf(colourway).count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
export const open = (plan: PlanInput, more: Partial<Snapshot> = {}): Snapshot => ({
  ...snapshotFrom('Trial', plan, DEFAULT_SHOP),
  colour: { materials: MATERIALS, versions: {}, dosing: 'drops' },
  ...more,
});
export const at = (bench: ReturnType<typeof benchOn>, key: string) =>
  bench.follow((state) => nextStep(state, bench.now())?.key === key);
/** Two colourways of one build, neither sharing a mix with the other. */
export const duals = COLOURWAYS.filter((colourway) => colourway.build === 'dual');
