import * as z from 'zod';
import { CalendarSchema } from './ahead/calendar.ts';
import { IN_TIME } from './ahead/inTime.ts';
import { USUAL_WEIGHTS } from './ahead/weights.ts';
import { WeightsSchema } from './ahead/weightsSchema.ts';
import { BenchSettingsSchema } from './session/settings.ts';
import { SCHOOLS } from './schools.ts';
import { PlanSettingsSchema } from './plan/input.ts';

/** All the figures of a shop. Every one is visible and can be changed on the Shop screen. */
export const ShopSchema = z.object({
  name: z.string().trim().min(1).max(60),
  units: z.object({
    temperature: z.enum(['C', 'F']),
    volume: z.enum(['mL', 'flOz', 'cup']),
    system: z.enum(['us', 'imperial']),
    mass: z.enum(['g', 'oz']),
    length: z.enum(['mm', 'in']).default('mm'),
    scoop: z.number().positive().max(100).nullable().default(null),
  }),
  window: z
    .object({ low: z.number().min(100).max(200), high: z.number().min(100).max(205) })
    .refine((range) => range.high > range.low, 'The window ends above where it begins.'),
  altitude: z.number().min(-430).max(6000).describe('m above the sea'),
  hold: z.number().min(0).max(120),
  cool: z.number().min(5).max(3600),
  good: z.number().min(0.05).max(1),
  confidence: z.number().min(0.5).max(0.99),
  /** stand-ins for instruments follow the running session, for a shop that has none yet */
  standIns: z.boolean().default(false),
  /** colour counted in drops, or by what its bottle lost on the scale */
  dosing: z.enum(['drops', 'weigh']).default('drops'),
  /** what heats are read with */
  reads: z.enum(['probe', 'infrared']).default('probe'),
  /** what it showed where the heat was known, °C; null = never checked */
  check: z
    .object({ shown: z.number().min(0).max(300), true: z.number().min(0).max(300) })
    .refine(
      (other) => Math.abs(other.shown - other.true) <= 40,
      'An instrument that far out is broken: read it again.',
    )
    .nullable()
    .default(null),
  /** folder backups are written to; empty = beside the shop's data */
  backups: z
    .string()
    .trim()
    .max(300)
    .regex(/^$|^\//, 'A folder is written from the root: /media/stick/backups.')
    .default(''),
  /** when it shoots; null = it has not said */
  calendar: CalendarSchema.nullable().default(null),
  /** what its fortnight is judged by */
  weights: WeightsSchema,
  /** share of its evenings that are to end in their time, and not after it */
  inTime: z
    .number()
    .min(0.5, 'An evening is never laid so full that it more often goes on than not.')
    .max(0.95, 'No evening is surer to end in its time than 95 in 100.')
    .default(IN_TIME),
  /** key of the address its calendar is read at; null = there is none */
  feed: z.uuid().nullable().default(null),
  bench: BenchSettingsSchema,
  plan: PlanSettingsSchema.omit({ tolerance: true }),
});
export type Shop = z.infer<typeof ShopSchema>;

export const DEFAULT_SHOP: Shop = {
  name: 'Our shop',
  units: { temperature: 'C', volume: 'mL', system: 'us', mass: 'g', length: 'mm', scoop: null },
  window: { low: SCHOOLS.laminate.low, high: SCHOOLS.laminate.high },
  altitude: 0,
  hold: 8,
  cool: 60,
  good: 0.85,
  confidence: 0.8,
  standIns: false,
  dosing: 'drops',
  reads: 'probe',
  check: null,
  backups: '',
  calendar: null,
  weights: USUAL_WEIGHTS,
  inTime: IN_TIME,
  feed: null,
  bench: {
    tolerance: 3,
    stale: 60,
    secondLook: 30,
    cure: 24,
    never: [],
    habits: [],
    oneBreath: true,
    learner: false,
    purge: 1,
  },
  plan: { purge: 1, loss: 0.01, strength: 8, reheatEvery: 2, step: 5 },
};
