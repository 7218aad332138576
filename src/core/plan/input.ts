import * as z from 'zod';
import { BlockSchema, BuildKeySchema, InjectorSchema, VesselSchema } from '../build/index.ts';
import { GradeSchema, MixSchema } from '../material/index.ts';
import { MouldSchema } from '../mould/index.ts';

/** One job of a session: order lines that share a bait, a build and a colourway. Complete in itself. */
export const JobSchema = z.object({
  key: z.string(),
  bait: z.object({ id: z.number().int(), name: z.string(), grades: z.array(GradeSchema), outline: z.string() }),
  colourway: z.object({ id: z.number().int(), name: z.string() }),
  build: BuildKeySchema,
  /** mix by layer; null = none chosen */
  layers: z.record(z.string(), z.number().int().nullable()),
  /** lines it serves, soonest first, with the baits still wanted */
  lines: z.array(z.object({ part: z.number().int(), line: z.number().int(), for: z.string(), count: z.number().int().positive(), due: z.string() })),
  moulds: z.array(z.object({ id: z.number().int(), mould: MouldSchema })),
  injector: z.object({ id: z.number().int(), injector: InjectorSchema }).nullable(),
  block: z.object({ id: z.number().int(), block: BlockSchema }).nullable(),
  /** share of baits expected good, and the chance wanted of having enough */
  good: z.number().min(0.05).max(1),
  confidence: z.number().min(0.5).max(0.99),
  trials: z.number().int().min(0).max(10),
  /** shots more or fewer than worked out */
  extra: z.number().int().min(-200).max(200),
  window: z.object({ low: z.number(), high: z.number() }),
  habit: z.enum(['push', 'plug']),
  /** where sprues and plugs of two colours go: a layer's cup, or the puck */
  mixedTo: z.string(),
});
export type Job = z.infer<typeof JobSchema>;

export const CupChoiceSchema = z.object({
  mix: z.number().int(),
  recipe: MixSchema,
  vessel: z.object({ id: z.number().int(), vessel: VesselSchema }).nullable(),
  degas: z.enum(['none', 'cold', 'before colour', 'after colour']),
});
export type CupChoice = z.infer<typeof CupChoiceSchema>;

/** Figures of the shop the plan uses; each is a setting. */
export const PlanSettingsSchema = z.object({
  purge: z.number().min(0).describe('mL a barrel'),
  loss: z.number().min(0).max(0.2),
  strength: z.number().positive(),
  reheatEvery: z.number().int().min(1),
  step: z.number().positive().describe('mL a charge is measured out in'),
  tolerance: z.number().positive().describe('K between cups'),
});
export type PlanSettings = z.infer<typeof PlanSettingsSchema>;

export const PlanInputSchema = z.object({ jobs: z.array(JobSchema), cups: z.array(CupChoiceSchema), settings: PlanSettingsSchema });
export type PlanInput = z.infer<typeof PlanInputSchema>;
