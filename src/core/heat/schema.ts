import * as z from 'zod';

/**
 * What cups are cooked in. Apart from the arithmetic, so that a worker need not carry the schemas.
 */
export const OvenSchema = z.object({
  name: z.string().trim().min(1, 'Name it.').max(60),
  kind: z.enum(['microwave', 'stove']),
  watts: z.number().min(100, 'At least 100 W.').max(6000, 'At most 6000 W.'),
  /** share of its power it is usually run at */
  level: z.number().min(0.1).max(1),
  note: z.string().max(200).default(''),
  /** its figures are the usual ones: nobody here has measured it yet */
  usual: z.boolean().optional(),
});
export type Oven = z.infer<typeof OvenSchema>;
