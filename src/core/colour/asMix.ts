import type { Grade, Ingredient, Material, Mix } from '../material/index.ts';
import { doseOf, INGREDIENT_OF, KINDS, naming, RECIPE_CUP } from '../material/index.ts';
import { drawnAs } from './mixColour.ts';

/**
 * A recipe found for a charge, as a mix for a US cup: whole drops of the charge become what they
 * are in a cup, to a thousandth.
 */
export function asMix(
  name: string,
  grade: Grade,
  {
    doses,
    ml,
    materials,
  }: {
    doses: readonly { material: Material; dose: number }[];
    ml: number;
    materials: readonly Material[];
  },
): Mix {
  const ladder = doses.map(({ material, dose }): Ingredient => {
    const drops = KINDS[material.kind].by === 'drops';
    return {
      ...naming(material),
      kind: INGREDIENT_OF[material.kind],
      amount: Math.max(
        0.001,
        Math.round(((drops ? dose : dose * doseOf(material)) * RECIPE_CUP * 1000) / ml) / 1000,
      ),
      dimension: drops ? 'drops' : 'volume',
      when: material.kind === 'puck' ? 'cold' : 'clear',
    };
  });
  return { name, grade, ladder, colour: drawnAs({ ladder, colour: '#8a8f7a' }, materials) };
}
