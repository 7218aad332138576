import type { Material } from '@/core/material/index.ts';
import { KINDS, PINCH } from '@/core/material/index.ts';
import { sayAmount } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Rung } from '@/core/session/index.ts';

type Dimension = Rung['dimension'];
export interface Go {
  label: string;
  amount: number;
  dimension: Dimension;
}

/** Steps one hand puts in, by how a thing is dosed. */
const STEPS: Record<(typeof KINDS)[keyof typeof KINDS]['by'] | 'mass', readonly number[]> = {
  drops: [1, 2, 5, 10, 25],
  spoons: [PINCH, 2 * PINCH, 4 * PINCH, 16 * PINCH, 64 * PINCH],
  mL: [5, 10, 25, 50, 100],
  mass: [1, 2, 5, 10, 25],
};
/** Keys of the steps. */
export const KEYS = ['1', '2', '5', '6', '7'] as const;

/** The goes there are for a rung: its steps, from a drop to a squeeze, and the shop's own measures of it. */
export function goesOf(rung: Rung, material: Material | undefined, units: ShopUnits): Go[] {
  const dimension: Dimension = rung.dimension;
  const by = material ? KINDS[material.kind].by : dimension === 'drops' ? 'drops' : 'spoons';
  const steps =
    dimension === 'mass'
      ? STEPS.mass
      : dimension === 'drops'
        ? STEPS.drops
        : STEPS[by === 'drops' ? 'spoons' : by];
  return [
    ...steps.map((amount): Go => ({
      label: `+ ${sayAmount(amount, dimension, units)}`,
      amount,
      dimension,
    })),
    ...(material?.measures ?? []).map((measure): Go => ({
      label: `+ ${measure.name}`,
      amount: measure.grams / material!.spoon,
      dimension: 'volume',
    })),
  ];
}
