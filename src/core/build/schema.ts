import * as z from 'zod';
import type { Build, Makes, PourBy, Push, BlockKind } from './build.ts';
import type { BuiltIn } from './builtIns.ts';
import { BLOCKS, LINES, MAKES, POUR_BY, PUSHES } from './build.ts';
import { BUILDS } from './builtIns.ts';
import type { PlaceKey } from './place.ts';
import { PLACES } from './place.ts';

const keysOf = <K extends string>(table: Record<K, unknown>) => Object.keys(table) as [K, ...K[]];
const key = z.string().regex(/^[a-z][a-zA-Z0-9]{0,23}$/, 'A key is a short word.');
const LayerSchema = z.object({
  key,
  name: z.string().trim().min(1, 'Name the layer.').max(40),
  place: z.enum(keysOf<PlaceKey>(PLACES)),
});

const StageSchema = z.object({
  key,
  name: z.string().trim().min(1, 'Name the stage.').max(40),
  makes: z.enum(keysOf<Makes>(MAKES)),
  pours: z
    .array(
      LayerSchema.extend({
        grams: z.number().positive().nullable(),
        share: z.number().positive().max(1).nullable(),
      }),
    )
    .max(6),
  by: z.enum(keysOf<PourBy>(POUR_BY)),
  layers: z.array(LayerSchema).max(3, 'An injector has at most three barrels.'),
  block: z.enum(keysOf<BlockKind>(BLOCKS)).nullable(),
  yoked: z.boolean(),
  takes: key.nullable(),
  rods: z.boolean(),
  closes: z.boolean().default(false),
  push: z.enum(keysOf<Push>(PUSHES)),
  good: z.number().min(0.05).max(1).nullable(),
});

/** A build of the shop's own, as the composer makes it. */
export const BuildSchema = z.object({
  key: z.string().max(40).default(''),
  name: z.string().trim().min(1, 'Name the build.').max(80),
  what: z.string().trim().max(160).default(''),
  stages: z.array(StageSchema).min(1, 'A build has at least one stage.').max(4),
  finish: LayerSchema.extend({ grams: z.number().positive() }).nullable(),
});

/** A build embedded whole. The first slice wrote only its name; that still reads. */
export const EmbeddedBuildSchema = z.preprocess(
  (raw) => asBuild(raw as string | Build),
  BuildSchema,
);
/** The build behind what a log or a plan holds: itself, or the trade's build of that name. */
export const asBuild = (raw: string | Build): Build =>
  typeof raw === 'string' && Object.hasOwn(BUILDS, raw) ? BUILDS[raw as BuiltIn] : (raw as Build);

/** Mixes on the layers of a build. A layer without one is allowed here and refused by the plan. */
export const ColourwaySchema = z.object({
  name: z.string().trim().min(1, 'Name the colourway.').max(80),
  /** the trade's name of a build, or `own-` and the number of one composed here */
  build: z.string().min(1, 'Choose a build.').max(40),
  layers: z.record(z.string(), z.number().int().nullable()),
  line: z.enum(keysOf(LINES)).optional(),
});
export type Colourway = z.infer<typeof ColourwaySchema>;
