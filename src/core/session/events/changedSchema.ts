import * as z from 'zod';
import { EmbeddedBuildSchema } from '../../build/schema.ts';
import { BlockSchema, InjectorSchema } from '../../build/tools.ts';
import { IdSchema } from '../../id.ts';
import { MouldSchema } from '../../mould/schema.ts';
import {
  CupChoiceSchema,
  CupIdSchema,
  JobColourwaySchema,
  JobSchema,
  ServedLineSchema,
} from '../../plan/input.ts';
import { NEVER, type NeverKey } from '../never.ts';
import { key } from './fields.ts';

/** What is done differently from here on: one shape for each thing that can be changed. */
export const ChangedSchema = z.discriminatedUnion('what', [
  /** the oven in use from here on, and its power */
  z.object({
    what: z.literal('oven'),
    oven: z.number().int(),
    level: z.number().min(0.1).max(1),
  }),
  /** something else is shot too, with what it is shot with; the cups that are not there yet */
  z.object({
    what: z.literal('also'),
    shoots: JobSchema,
    cups: z.array(CupChoiceSchema),
    /** shots, run by run */
    targets: z.record(key, z.number().int().min(0).max(1000)),
  }),
  /** a step is not asked for from here on */
  z.object({
    what: z.literal('never'),
    step: z.enum(Object.keys(NEVER) as [NeverKey, ...NeverKey[]]),
    /** in this mould alone; left out = nowhere */
    mould: IdSchema.optional(),
  }),
  /** a cup stands on the bench that nothing is shot from yet; one meant for nothing has a mix */
  z.object({ what: z.literal('cup'), cup: CupChoiceSchema }),
  /** an order line is served by what is shot */
  z.object({ what: z.literal('line'), job: key, line: ServedLineSchema }),
  z.object({ what: z.literal('shots'), job: key, by: z.number().int().min(-200).max(200) }),
  z.object({ what: z.literal('trials'), job: key, by: z.number().int().min(-20).max(20) }),
  z.object({
    what: z.literal('mould'),
    job: key,
    id: z.number().int(),
    mould: MouldSchema,
    only: z.boolean(),
    /** what it makes; left out = what the job is for */ bait: z
      .object({ id: z.number().int(), name: z.string(), outline: z.string() })
      .optional(),
  }),
  z.object({
    what: z.literal('colourway'),
    job: key,
    colourway: JobColourwaySchema,
    build: EmbeddedBuildSchema,
    layers: z.record(z.string(), z.number().int().nullable()),
    /** cup each layer is drawn from; left out by benches that knew a cup by its mix */
    drawnFrom: z.record(z.string(), CupIdSchema.nullable()).optional(),
    cups: z.array(CupChoiceSchema),
    injector: z.object({ id: z.number().int(), injector: InjectorSchema }).nullable(),
    block: z.object({ id: z.number().int(), block: BlockSchema }).nullable(),
  }),
]);
