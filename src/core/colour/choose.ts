import type { Recipe } from './recipe.ts';

/** ΔE given up for fewer ingredients or a lower cost (judgement: just to be seen side by side). */
const GIVEN = 2;

export interface Choice {
  why: 'nearest' | 'fewer' | 'cheaper' | 'another';
  recipe: Recipe;
}
/** The nearest recipe, and up to three that trade closeness for fewer ingredients or a lower cost. @param recipes nearest first */
export function choices(recipes: readonly Recipe[]): Choice[] {
  const best = recipes[0];
  if (!best) return [];
  const near = recipes.filter((r) => r.off <= best.off + GIVEN);
  const out: Choice[] = [{ why: 'nearest', recipe: best }];
  const add = (why: Choice['why'], recipe: Recipe | undefined) => {
    if (recipe && !out.some((c) => c.recipe === recipe)) out.push({ why, recipe });
  };
  add(
    'fewer',
    [...near]
      .sort((a, b) => a.doses.length - b.doses.length || a.off - b.off)
      .find((r) => r.doses.length < best.doses.length),
  );
  add(
    'cheaper',
    [...near].sort((a, b) => a.cost - b.cost).find((r) => r.cost < 0.9 * best.cost),
  );
  for (const r of recipes.slice(1)) if (out.length < 4) add('another', r);
  return out;
}
