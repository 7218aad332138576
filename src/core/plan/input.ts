import * as z from 'zod';
import {
  BlockSchema,
  ColourwaySchema,
  EmbeddedBuildSchema,
  InjectorSchema,
  VesselSchema,
} from '../build/index.ts';
import { GradeSchema, MixSchema } from '../material/index.ts';
import { WaysSchema } from '../waysSchema.ts';
import { DEGAS, type Degas } from './degas.ts';
import { SUREST } from './surest.ts';
import { MouldSchema, TriesSchema } from '../mould/index.ts';
import { FromTubSchema } from '../plastic/index.ts';
import { type MixByLayer, oneCupEach } from './cupId.ts';

/** What one stage of a job is shot with. Complete in itself. */
const ToolsSchema = z.object({
  /** those in step, the first taken first */
  moulds: z.array(
    z.object({
      id: z.number().int(),
      mould: MouldSchema,
      given: z.number().int().min(0).default(0).describe('shots it gave before'),
      /** what it makes, where that is not the job's own bait */ bait: z
        .object({ id: z.number().int(), name: z.string(), outline: z.string() })
        .optional(),
    }),
  ),
  injector: z.object({ id: z.number().int(), injector: InjectorSchema }).nullable(),
  block: z.object({ id: z.number().int(), block: BlockSchema }).nullable(),
  /** barrel each layer goes into, by its number; empty = in order */
  order: z.array(z.number().int().min(0).max(2)).default([]),
  /** share expected good at this stage */
  good: z.number().min(0.05).max(1),
  /**
   * baits' worth of experience behind that share; the shop's own figure where nothing was learned
   */
  strength: z.number().positive().max(1000).optional(),
  /** shares of its moulds' cavities, in order, where they are known to be unlike; absent = alike */
  cavities: z.array(z.number().min(0).max(1)).min(1).optional(),
  window: z.object({ low: z.number(), high: z.number() }),
  /** its first shots are tests, in a window of their own */
  tries: TriesSchema.nullable().default(null),
  habit: z.enum(['push', 'plug']),
  /** where sprues and plugs of several colours go: a layer's cup, or the puck */
  mixedTo: z.string(),
  /** inserts of an earlier session used before any are shot */
  fromShelf: z.number().int().min(0).default(0),
});
export type Tools = z.infer<typeof ToolsSchema>;

/**
 * A cup of a plan or a session is known by an id of its own: which vessel stands in which hand, not
 * what is in it. Plans of before had one cup for each mix, known by the mix's number.
 */
export const CupIdSchema = z.union([z.string().min(1).max(80), z.int().transform(String)]);
/** A job of before named no cups. */
function withCups(raw: unknown): unknown {
  const job = raw as { layers?: MixByLayer; drawnFrom?: unknown } | null;
  return job && typeof job === 'object' && job.layers && job.drawnFrom === undefined
    ? { ...job, drawnFrom: oneCupEach(job.layers) }
    : raw;
}

/** The first slice knew one stage, its tools on the job itself. */
function staged(raw: unknown): unknown {
  const job = raw as Record<string, unknown> | null;
  if (!job || typeof job !== 'object' || job.tools !== undefined) return raw;
  const { moulds, injector, block, good, window, habit, mixedTo, ...rest } = job;
  return { ...rest, tools: [{ moulds, injector, block, good, window, habit, mixedTo }] };
}

/** A colourway as a job knows it. */
export const JobColourwaySchema = z.object({
  id: z.number().int(),
  name: z.string(),
  line: ColourwaySchema.shape.line,
});

/** A part of an order line that a job serves, with the baits still wanted. */
export const ServedLineSchema = z.object({
  part: z.number().int(),
  line: z.number().int(),
  for: z.string(),
  count: z.number().int().positive(),
  due: z.string(),
});
export type ServedLine = z.infer<typeof ServedLineSchema>;

/**
 * One job of a session: order lines that share a bait, a build and a colourway. Complete in itself.
 */
export const JobSchema = z.preprocess(
  (raw) => withCups(staged(raw)),
  z.object({
    key: z.string(),
    bait: z.object({
      id: z.number().int(),
      name: z.string(),
      grades: z.array(GradeSchema),
      outline: z.string(),
    }),
    colourway: JobColourwaySchema,
    build: EmbeddedBuildSchema,
    /** mix by layer; null = none chosen */
    layers: z.record(z.string(), z.number().int().nullable()),
    /** cup each layer is drawn or poured from; null where it has no mix */
    drawnFrom: z.record(z.string(), CupIdSchema.nullable()),
    /** lines it serves, soonest first, with the baits still wanted */
    lines: z.array(ServedLineSchema),
    /** stage by stage, as in the build */
    tools: z.array(ToolsSchema).min(1),
    /** chance wanted of having enough */
    confidence: z.number().min(0.5).max(SUREST),
    trials: z.number().int().min(0).max(10),
    /** shots more or fewer than worked out */
    extra: z.number().int().min(-200).max(200),
  }),
);
export type Job = z.infer<typeof JobSchema>;

/** A choice of before was known by its mix. */
function identified(raw: unknown): unknown {
  const choice = raw as { id?: unknown; mix?: number } | null;
  return choice && typeof choice === 'object' && choice.id === undefined
    ? { ...choice, id: String(choice.mix) }
    : raw;
}

export const CupChoiceSchema = z.preprocess(
  identified,
  z.object({
    id: CupIdSchema,
    /** what it is meant to become */
    mix: z.number().int(),
    recipe: MixSchema,
    vessel: z.object({ id: z.number().int(), vessel: VesselSchema }).nullable(),
    degas: z.enum(Object.keys(DEGAS) as [Degas, ...Degas[]]),
    /** g/mL at 20 °C of its mix, as the shelf had it; absent = its grade's usual */
    density20: z.number().min(0.2).max(12).optional(),
    /** it is begun from pucks of a tub, or from a cup left standing, not from fresh alone */
    begins: z
      .object({ of: FromTubSchema, grams: z.number().positive().max(10_000) })
      .nullable()
      .optional(),
  }),
);
export type CupChoice = z.infer<typeof CupChoiceSchema>;

/** Figures of the shop the plan uses; each is a setting. */
export const PlanSettingsSchema = z.object({
  purge: z.number().min(0).meta({ most: 50 }).describe('mL a barrel'),
  loss: z.number().min(0).max(0.2),
  strength: z.number().positive().meta({ least: 1, most: 10_000 }),
  reheatEvery: z.number().int().min(1).meta({ most: 20 }),
  step: z
    .number()
    .positive()
    .meta({ least: 0.5, most: 250 })
    .describe('mL a charge is measured out in'),
  tolerance: z.number().positive().describe('K between cups'),
  /** how the shop works where makers differ */
  ways: WaysSchema.optional(),
  /** when a new cup is degassed; left out = not at all */
  degas: z.enum(Object.keys(DEGAS) as [Degas, ...Degas[]]).optional(),
});
export type PlanSettings = z.infer<typeof PlanSettingsSchema>;

export const PlanInputSchema = z.object({
  jobs: z.array(JobSchema),
  cups: z.array(CupChoiceSchema),
  settings: PlanSettingsSchema,
});
export type PlanInput = z.infer<typeof PlanInputSchema>;
