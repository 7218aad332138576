import { drawnAs } from '../colour/mixColour.ts';
import type { Grade } from '../material/grade.ts';
import { INGREDIENT_OF } from '../material/ingredientOf.ts';
import { RECIPE_CUP } from '../material/mix.ts';
import { materialOf, naming } from '../material/named.ts';
import type { Ingredient, Mix } from '../material/schema.ts';
import type { Material } from '../material/shelf.ts';
import { coldMl, isKnown } from './plastic.ts';
import type { Plastic } from './schema.ts';

/**
 * What plastic holds as a mix, for a US cup: to be drawn, matched and judged as mixes are.
 * @param colour what it is drawn as where what is in it does not say, #rrggbb
 */
export function asMix(
  plastic: Plastic,
  { name, colour, grade }: { name: string; colour: string; grade: Grade },
  materials: readonly Material[],
): Mix {
  const cups = coldMl(plastic) / RECIPE_CUP;
  const ladder = plastic.holds
    .filter(({ amount }) => cups > 0 && amount / cups > 1e-3)
    .map(({ what, materialId, dimension, amount }): Ingredient => {
      const on = materialOf({ what, materialId }, materials);
      return {
        ...(on ? naming(on) : { what, materialId }),
        kind: on ? INGREDIENT_OF[on.kind] : 'pigment',
        amount: Math.round((amount / cups) * 1000) / 1000,
        dimension,
        when: 'clear',
      };
    });
  return {
    name,
    grade,
    ladder,
    colour: isKnown(plastic) ? drawnAs({ ladder, colour }, materials) : colour,
  };
}
