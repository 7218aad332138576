import type { Ingredient } from './schema.ts';

/** When an ingredient goes in; makers differ, so it is the mix's own. */
export const WHEN = { cold: 'cold', gel: 'at gel', clear: 'once clear', last: 'last' } as const;

/** The cup that recipes are written for, mL: one US cup. */
export const RECIPE_CUP = 236.5882365;

/**
 * An ingredient scaled from the recipe cup to a charge; drops come whole.
 * @param chargeMl cold volume of the charge, mL
 */
export function scaleIngredient(ingredient: Ingredient, chargeMl: number): Ingredient {
  const exact = (ingredient.amount * chargeMl) / RECIPE_CUP;
  return {
    ...ingredient,
    amount: ingredient.dimension === 'drops' ? Math.max(1, Math.round(exact)) : exact,
  };
}
