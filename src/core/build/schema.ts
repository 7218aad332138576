import * as z from 'zod';
import type { BuildKey } from './build.ts';
import { BUILDS } from './build.ts';

export const BuildKeySchema = z.enum(Object.keys(BUILDS) as [BuildKey, ...BuildKey[]]);

/** Mixes on the layers of a build. A layer without one is allowed here and refused by the plan. */
export const ColourwaySchema = z.object({
  name: z.string().trim().min(1, 'Name the colourway.').max(80),
  build: BuildKeySchema,
  layers: z.record(z.string(), z.number().int().nullable()),
});
export type Colourway = z.infer<typeof ColourwaySchema>;
