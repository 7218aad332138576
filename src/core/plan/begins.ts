import type { Grade, Ingredient } from '../material/index.ts';
import { RECIPE_CUP, sameThing, scaleIngredient } from '../material/index.ts';
import type { Held, Plastic } from '../plastic/index.ts';
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
  const lacks = Math.max(0, wanted.amount - (held?.amount ?? 0));
  // Nobody counts a tenth of a drop.
  return { ...wanted, amount: wanted.dimension === 'drops' ? Math.round(lacks) : lacks };
}

/** Share of its heat that plastic nobody knows has spent (judgement). */
export const UNKNOWN_SPENT = 0.3;

/**
 * Share by which what plastic holds of a thing may differ from what a recipe wants, what nobody knows
 * of it, and what it may have spent of its heat, to be that colour still (judgements).
 */
const SAME = { amount: 0.15, unknown: 0.02, spent: 0.5 } as const;

/** Whether it is known what plastic holds, and it is not worn: a cup may be begun from it. */
export const isUsable = ({ grams, unknownG, spent }: Plastic): boolean =>
  grams > 0 && unknownG <= SAME.unknown * grams && (spent ?? UNKNOWN_SPENT) <= SAME.spent;

/** Whether plastic is what a cup is to become already: its recipe, neither more nor less, and not worn. */
export function isOfRecipe(
  plastic: Plastic,
  { recipe }: Pick<CupChoice, 'recipe'>,
  grade: Grade,
): boolean {
  if (!isUsable(plastic) || grade !== recipe.grade) return false;
  const ladder = recipe.ladder.filter(({ kind }) => kind !== 'stabiliser');
  const named = (held: Held) => (one: Ingredient) =>
    one.dimension === held.dimension && sameThing(one, held);
  return (
    ladder.every((one) => {
      // As it is, not by whole drops: little plastic holds parts of them.
      const amount = (one.amount * coldMl(plastic)) / RECIPE_CUP;
      const held = plastic.holds.filter((other) => named(other)(one));
      const holds = held.reduce((sum, other) => sum + other.amount, 0);
      return Math.abs(holds - amount) <= SAME.amount * amount;
    }) && plastic.holds.every((held) => recipe.ladder.some(named(held)) || held.amount === 0)
  );
}
