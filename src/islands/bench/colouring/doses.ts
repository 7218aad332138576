import type { Material } from '@/core/material/index.ts';
import { KINDS, PINCH } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { Rung } from '@/core/session/index.ts';

export type Dimension = Rung['dimension'];
export interface Go {
  label: string;
  amount: number;
  dimension: Dimension;
}

/** Steps one hand puts in, by how a thing is dosed. */
const STEPS: Record<(typeof KINDS)[keyof typeof KINDS]['by'], [number, number, number]> = {
  drops: [1, 2, 5],
  spoons: [PINCH, 2 * PINCH, 4 * PINCH],
  mL: [5, 10, 25],
};
/** Keys of the three steps. */
export const KEYS = ['1', '2', '5'] as const;

export const sayAmount = (v: number, d: Dimension, units: ShopUnits): string =>
  d === 'drops'
    ? `${Math.round(v * 10) / 10} dr`
    : d === 'volume'
      ? v > 10
        ? say(v, 'volume', units)
        : spoon(v, units)
      : say(v, 'mass', units);

/** The goes there are for a rung: its three steps, and the shop's own measures of it. */
export function goesOf(rung: Rung, m: Material | undefined, units: ShopUnits): Go[] {
  const dimension: Dimension = rung.dimension;
  const by = m ? KINDS[m.kind].by : dimension === 'drops' ? 'drops' : 'spoons';
  const steps =
    dimension === 'mass'
      ? [1, 2, 5]
      : dimension === 'drops'
        ? STEPS.drops
        : STEPS[by === 'drops' ? 'spoons' : by];
  return [
    ...steps.map((amount): Go => ({
      label: `+ ${sayAmount(amount, dimension, units)}`,
      amount,
      dimension,
    })),
    ...(m?.measures ?? []).map((x): Go => ({
      label: `+ ${x.name}`,
      amount: x.grams / m!.spoon,
      dimension: 'volume',
    })),
  ];
}
