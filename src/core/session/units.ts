import type { Ingredient, Material } from '../material/index.ts';
import { spoonMl } from '../material/index.ts';

/**
 * An amount of a material in another unit; null where nothing says how much a drop or a spoon of it
 * is.
 */
export function inUnitOf(
  amount: number,
  from: Ingredient['dimension'],
  to: Ingredient['dimension'],
  material: Material | undefined,
): number | null {
  if (from === to) return amount;
  if (!material) return null;
  const ml = spoonMl({ amount, dimension: from }, material);
  return to === 'volume' ? ml : to === 'drops' ? ml / material.drop : ml * material.spoon;
}
