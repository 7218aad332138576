import type { Build, BuiltIn, Injector, Stage } from '@/core/build/index.ts';
import { BUILDS } from '@/core/build/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { mould } from '../trialMould.ts';

export const stage = (key: BuiltIn, i = 0): Stage => (BUILDS[key] as Build).stages[i]!;

// One cavity of 20 mL; rods 8 mm × 79.577 mm = 4 mL exactly; tails of 1.5 mL; a mould of 24 mL that
// takes the shells.
export const rod = { bore: 8, length: 4000 / (16 * Math.PI), closes: null };
export const bodyMould = mould(1, 20, {
  name: 'bodies',
  takes: [{ mould: 'tails', lies: 'stub', share: 1 }],
});
export const injector = (...bores: number[]): Injector => ({
  name: 'any',
  note: '',
  barrels: bores.map((bore) => ({ bore, volume: 200, heel: 2, mark: '' })),
});

export const draft = (way: number, count = WAYS[way]!.count) =>
  draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((bait) => bait.name === WAYS[way]!.bait) + 1,
        colourway: COLOURWAYS.findIndex((colourway) => colourway.name === WAYS[way]!.colourway) + 1,
        count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
