import type { Ingredient } from './schema.ts';
import type { Material } from './shelf.ts';

/** mL of an ingredient as it lies in its spoon. */
export const spoonMl = (
  other: Pick<Ingredient, 'amount' | 'dimension'>,
  measure: Pick<Material, 'drop' | 'spoon'>,
): number =>
  other.dimension === 'drops'
    ? other.amount * measure.drop
    : other.dimension === 'mass'
      ? other.amount / measure.spoon
      : other.amount;

/** g of an ingredient, however it was measured. */
export const spoonG = (
  other: Pick<Ingredient, 'amount' | 'dimension'>,
  measure: Pick<Material, 'drop' | 'spoon'>,
): number => spoonMl(other, measure) * measure.spoon;
