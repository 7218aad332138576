import * as z from 'zod';
import { GradeSchema } from './grade.ts';

/** When an ingredient goes in; makers differ, so it is the mix's own. */
export const WHEN = { cold: 'cold', gel: 'at gel', clear: 'once clear', last: 'last' } as const;

export const IngredientSchema = z.object({
  what: z.string().trim().min(1, 'Name the ingredient.'),
  kind: z.enum(['stabiliser', 'softener', 'pigment', 'powder', 'flake', 'salt', 'scent', 'remelt']),
  /** in the internal unit of its dimension, for one US cup (236.6 mL) of plastisol */
  amount: z.number().positive(),
  dimension: z.enum(['drops', 'volume', 'mass']),
  when: z.enum(['cold', 'gel', 'clear', 'last']),
});
export type Ingredient = z.infer<typeof IngredientSchema>;

/** One colour, with all that is in it. */
export const MixSchema = z.object({
  name: z.string().trim().min(1, 'Name the mix.'),
  /** how it is drawn on screen, sRGB */
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written #rrggbb.'),
  grade: GradeSchema,
  ladder: z.array(IngredientSchema).default([]),
});
export type Mix = z.infer<typeof MixSchema>;

/** The cup that recipes are written for, mL: one US cup. */
export const RECIPE_CUP = 236.5882365;

/**
 * An ingredient scaled from the recipe cup to a charge; drops come whole.
 * @param chargeMl cold volume of the charge, mL
 */
export function scaleIngredient(ingredient: Ingredient, chargeMl: number): Ingredient {
  const exact = (ingredient.amount * chargeMl) / RECIPE_CUP;
  return { ...ingredient, amount: ingredient.dimension === 'drops' ? Math.max(1, Math.round(exact)) : exact };
}
