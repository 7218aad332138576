import * as z from 'zod';
import { IdSchema } from '../id.ts';

const HeldSchema = z.object({
  what: z.string().trim().min(1).max(80),
  materialId: IdSchema.optional(),
  /** in the whole of it, in the internal unit of its dimension */
  amount: z.number().min(0),
  dimension: z.enum(['drops', 'volume', 'mass']),
});
/** How much of one thing plastic holds, in all of it. */
export type Held = z.infer<typeof HeldSchema>;

/** Plastic with what is in it: a cup's content, a puck, what was tipped from one cup into another. */
const PlasticSchema = z.object({
  grams: z.number().min(0).max(1_000_000),
  /** g of it whose make-up nobody knows: torn baits, pucks of before */
  unknownG: z.number().min(0).max(1_000_000).default(0),
  holds: z.array(HeldSchema).max(60).default([]),
  /** share of its heat it has spent, in the mean of it; null where nobody knows */
  spent: z.number().min(0).max(10).nullable().default(null),
  /** trips through fusion, in the mean of it */
  heats: z.number().min(0).max(1000).default(0),
  /** g/mL at 20 °C */
  density20: z.number().min(0.2).max(12).default(1.03),
});
export type Plastic = z.infer<typeof PlasticSchema>;

/** A tub, or a cup left standing, that plastic is taken from: what it was as it was reckoned. */
export const FromTubSchema = z.object({
  id: IdSchema,
  name: z.string().trim().min(1).max(60),
  plastic: PlasticSchema,
});
