import { drawnAs } from '../colour/index.ts';
import type { Ingredient, Material, Mix } from '../material/index.ts';
import { INGREDIENT_OF, materialOf, naming, RECIPE_CUP, sameThing } from '../material/index.ts';
import { strengths } from './colouring.ts';
import type { CupState } from './state/cup.ts';

/**
 * The mix a cup really holds, for a US cup: what went in, thinned by what came after. Amounts are
 * kept to a thousandth.
 */
export function mixIn(
  cup: CupState,
  name: string,
  materials: readonly Material[],
  upTo?: number,
): Mix {
  const ladder = strengths(cup, upTo, materials)
    .filter((strength) => strength.perMl * RECIPE_CUP > 1e-3)
    .map(({ what, materialId, dimension, perMl }): Ingredient => {
      const thing = { what, materialId };
      const own = cup.ladder.find((ingredient) => sameThing(ingredient, thing));
      const on = materialOf(thing, materials);
      return {
        ...(on ? naming(on) : thing),
        kind: own?.kind ?? (on ? INGREDIENT_OF[on.kind] : 'pigment'),
        amount: Math.round(perMl * RECIPE_CUP * 1000) / 1000,
        dimension,
        when: own?.when ?? 'clear',
      };
    });
  return {
    name,
    colour: drawnAs({ ladder, colour: cup.colour }, materials),
    grade: cup.grade,
    ladder,
  };
}
