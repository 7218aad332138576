import { RECIPE_CUP } from '@/core/material/index.ts';
import type { CupChoice } from '@/core/plan/index.ts';
import type { Plastic } from '@/core/plastic/index.ts';

/** So many g of pucks of a cup's own mix, once through fusion. */
export const pucksOf = ({ recipe, density20 = 1.03 }: CupChoice, grams: number): Plastic => ({
  grams,
  unknownG: 0,
  holds: recipe.ladder.map(({ what, materialId, dimension, amount }) => ({
    ...{ what, materialId, dimension },
    amount: (amount * grams) / density20 / RECIPE_CUP,
  })),
  spent: 0.2,
  heats: 1,
  density20,
});
