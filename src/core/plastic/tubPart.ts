import * as z from 'zod';
import { IdSchema } from '../id.ts';
import { PlasticSchema } from './plastic.ts';

/** A tub, or a cup left standing, that plastic is taken from: what it was as it was reckoned. */
export const FromTubSchema = z.object({
  id: IdSchema,
  name: z.string().trim().min(1).max(60),
  plastic: PlasticSchema,
});

/** Share of pucks that comes to use: the rest is skin, and sticks to the knife (judgement). */
export const MELT_YIELD = 0.97;
