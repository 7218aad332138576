import type { Ingredient } from '../material/index.ts';
import { sameThing, scaleIngredient } from '../material/index.ts';
import { coldMl, partOf } from '../plastic/index.ts';
import type { CupChoice } from './input.ts';

/**
 * What of an ingredient goes into a cup for the pucks it is begun from: what its recipe wants for as
 * much plastic, less what they bring. Stabiliser goes in as if they were fresh: theirs is spent.
 */
export function lackingIn(
  { of, grams }: NonNullable<CupChoice['begins']>,
  ingredient: Ingredient,
): Ingredient {
  const part = partOf({ ...of.plastic, grams: Math.max(grams, of.plastic.grams) }, grams);
  const wanted = scaleIngredient(ingredient, coldMl(part));
  if (ingredient.kind === 'stabiliser') return wanted;
  const held = part.holds.find(
    (one) => one.dimension === ingredient.dimension && sameThing(one, ingredient),
  );
  return { ...wanted, amount: Math.max(0, wanted.amount - (held?.amount ?? 0)) };
}
