import * as z from 'zod';
import { IdSchema } from '../id.ts';
import type { Grade } from './grade.ts';
import { GRADES } from './grade.ts';
import { INGREDIENT_KINDS } from './ingredientKinds.ts';

export const GradeSchema = z.enum(Object.keys(GRADES) as [Grade, ...Grade[]]);

const IngredientSchema = z.object({
  what: z.string().trim().min(1, 'Name the ingredient.'),
  /** the material of the shelf it is; absent where the shelf had none of its name */
  materialId: IdSchema.optional(),
  kind: z.enum(INGREDIENT_KINDS),
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
  /** the plastisol of the shelf it is of; absent = any of its grade */
  plastisolId: IdSchema.optional(),
  ladder: z.array(IngredientSchema).default([]),
});
export type Mix = z.infer<typeof MixSchema>;
