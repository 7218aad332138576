import * as z from 'zod';
import { GradeSchema } from '../material/schema.ts';
import type { OutlineKey } from './outline.ts';
import { OUTLINES } from './outline.ts';

/** A bait as it is sold; its name is often not the mould's. */
export const BaitSchema = z.object({
  name: z.string().trim().min(1, 'Name the bait.').max(60),
  outline: z.enum(Object.keys(OUTLINES) as [OutlineKey, ...OutlineKey[]]),
  length: z.number().positive().meta({ least: 5, most: 600 }).describe('mm'),
  /** grades that suit it; any other is questioned */
  grades: z.array(GradeSchema).min(1, 'Say which grades suit it.'),
  /** hardness it wants, on the scale of {@link FIRM}; none, or one range */
  hardness: z
    .array(
      z
        .object({ low: z.number().min(0).max(100), high: z.number().min(0).max(100) })
        .refine((range) => range.high >= range.low, 'The range ends above where it begins.'),
    )
    .max(1)
    .default([]),
  mouldIds: z.array(z.number().int()).default([]),
});
export type Bait = z.infer<typeof BaitSchema>;
