import { scaleIngredient } from '../../material/mix.ts';
import { sameThing } from '../../material/named.ts';
import type { Ingredient } from '../../material/schema.ts';
import { saidIngredient } from '../../plan/spoon.ts';
import { joined, phrase, type Phrase } from '../../quantity/phrase.ts';
import type { CupState } from '../state/cup.ts';
import type { Send } from '../step.ts';

/** An ingredient of a recipe, and which of its name it is there. */
type Listed = Ingredient & { nth: number };
/** Ingredients of a cup's recipe for these moments, scaled to a charge. */
export const ladderOf = (cup: CupState, grams: number, when: Ingredient['when'][]): Listed[] =>
  cup.ladder
    .map((ingredient, i) => ({
      ...scaleIngredient(ingredient, grams / cup.density20),
      nth: cup.ladder.slice(0, i + 1).filter((other) => sameThing(other, ingredient)).length,
    }))
    .filter((ingredient) => when.includes(ingredient.when));
/** What is put in, as it is measured out; null where there is nothing. */
export const ladderSaid = (ladder: Ingredient[]): Phrase | null =>
  ladder.length === 0
    ? null
    : joined(
        ladder.map((ingredient) => phrase`${ingredient.what} ${saidIngredient(ingredient)}`),
        ', ',
      );
export const addAll = (cup: CupState, ladder: Listed[]): Send[] =>
  ladder.map((ingredient) => ({
    kind: 'added',
    payload: {
      cup: cup.key,
      what: ingredient.what,
      ...(ingredient.materialId ? { materialId: ingredient.materialId } : {}),
      amount: ingredient.amount,
      dimension: ingredient.dimension,
      from: 'recipe',
      ...(ingredient.nth > 1 ? { nth: ingredient.nth } : {}),
    },
  }));
