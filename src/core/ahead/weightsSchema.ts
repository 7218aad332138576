import * as z from 'zod';
import { USUAL_WEIGHTS } from './weights.ts';

/** How much counts against a layout, as a shop sets it. */
export const WeightsSchema = z
  .object({
    late: z
      .number()
      .min(0, 'Less than nothing is no weight.')
      .max(1000, 'A day late is worth a thousand hours at the bench at the most.'),
    session: z
      .number()
      .min(0, 'Less than nothing is no weight.')
      .max(24, 'A session more is worth a day at the bench at the most.'),
    left: z
      .number()
      .min(0, 'Less than nothing is no weight.')
      .max(240, 'What is left over is worth four hours at the bench at the most.'),
  })
  .default(USUAL_WEIGHTS);
