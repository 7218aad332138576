import type { Recipe } from './recipe.ts';

/** ΔE given up for fewer ingredients or a lower cost (judgement: just to be seen side by side). */
const GIVEN = 2;

export interface RecipeChoice {
  why: 'nearest' | 'fewer' | 'cheaper' | 'another';
  recipe: Recipe;
}
/**
 * The nearest recipe, and up to three that trade closeness for fewer ingredients or a lower cost.
 * @param recipes nearest first
 */
export function choices(recipes: readonly Recipe[]): RecipeChoice[] {
  const best = recipes[0];
  if (!best) return [];
  const near = recipes.filter((recipe) => recipe.off <= best.off + GIVEN);
  const out: RecipeChoice[] = [{ why: 'nearest', recipe: best }];
  const add = (why: RecipeChoice['why'], recipe: Recipe | undefined) => {
    if (recipe && !out.some((choice) => choice.recipe === recipe)) out.push({ why, recipe });
  };
  add(
    'fewer',
    [...near]
      .sort((one, other) => one.doses.length - other.doses.length || one.off - other.off)
      .find((recipe) => recipe.doses.length < best.doses.length),
  );
  add(
    'cheaper',
    [...near]
      .sort((one, other) => one.cost - other.cost)
      .find((recipe) => recipe.cost < 0.9 * best.cost),
  );
  for (const recipe of recipes.slice(1)) if (out.length < 4) add('another', recipe);
  return out;
}
