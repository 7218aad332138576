import type { Ingredient, Mix } from './schema.ts';
import { RECIPE_CUP } from './mix.ts';

/** An ingredient for a charge, as it is measured and as it would be exactly. */
export interface Scaled {
  what: string;
  kind: Ingredient['kind'];
  dimension: Ingredient['dimension'];
  when: Ingredient['when'];
  /** whole drops; spoons and grams as they are */
  amount: number;
  exact: number;
  /** share the rounding is off by; 0 = none */
  off: number;
}

/**
 * A mix for a charge: drops come whole and never round to nothing, and how far that is off is said.
 * @param ml cold volume of the charge
 */
export function scaleMix(mix: Pick<Mix, 'ladder'>, ml: number): Scaled[] {
  return mix.ladder.map(({ what, kind, dimension, when, amount }) => {
    const exact = (amount * ml) / RECIPE_CUP;
    const measured = dimension === 'drops' ? Math.max(1, Math.round(exact)) : exact;
    return { what, kind, dimension, when, amount: measured, exact, off: measured / exact - 1 };
  });
}

/** The recipe a charge was made by, for a US cup again. @param ml of the charge */
export const recipeOf = (scaled: readonly Pick<Scaled, 'amount'>[], ml: number): number[] =>
  scaled.map(({ amount }) => (amount * RECIPE_CUP) / ml);
