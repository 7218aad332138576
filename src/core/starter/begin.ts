import * as z from 'zod';
import { IdSchema } from '../id.ts';
import { BaitSchema, CavitySchema, OUTLINES } from '../mould/index.ts';
import type { OutlineKey } from '../mould/index.ts';
import { GradeSchema } from '../material/index.ts';
import { FIRST_COLOUR_KEYS } from './colours.ts';
import { COUNTRIES } from './countries.ts';
import type { Country } from './countries.ts';
import { ORDINARY_KEYS } from './shelf.ts';

const keysOf = <Key extends string>(table: Record<Key, unknown>) =>
  Object.keys(table) as [Key, ...Key[]];

const FirstMouldSchema = z.object({
  outline: z.enum(keysOf<OutlineKey>(OUTLINES)),
  length: z.number().min(5, 'At least 5 mm.').max(600, 'At most 600 mm.'),
  cavities: z.number().int().min(1, 'At least one cavity.').max(48, 'At most 48.'),
  grams: z.number().positive().max(2000).nullable(),
  shape: z
    .object({
      profile: CavitySchema.shape.profile.unwrap().unwrap(),
      ml: z.number().positive().max(10_000).nullable(),
      section: CavitySchema.shape.section.nullable(),
    })
    .nullable()
    .default(null),
});

/**
 * What is asked on the walk along the bench, before a first session. `left` names what was left for
 * later: its figures are the usual ones, and stay marked as such.
 */
export const BeginSchema = z.object({
  name: z.string().trim().min(1, 'Name the shop.').max(60),
  country: z.enum(keysOf<Country>(COUNTRIES)),
  oven: z.object({
    watts: z.number().min(100, 'At least 100 W.').max(3000, 'At most 3000 W.'),
  }),
  cups: z.object({
    ml: z.number().min(20, 'A cup holds at least 20 mL.').max(10_000),
    count: z.number().int().min(1, 'At least one cup.').max(12, 'A dozen at most to begin with.'),
  }),
  injector: z.object({
    barrels: z.number().int().min(1).max(3),
    ml: z.number().min(5, 'A barrel holds at least 5 mL.').max(2000),
  }),
  /** one that is there already, or what is known of a new one */
  mould: z.union([z.object({ id: IdSchema }), FirstMouldSchema]),
  grade: GradeSchema,
  shelf: z.array(z.enum(ORDINARY_KEYS)).max(ORDINARY_KEYS.length),
  colour: z.enum(FIRST_COLOUR_KEYS),
  bait: BaitSchema.shape.name,
  shots: z.number().int().min(1, 'At least one shot.').max(60, 'Sixty at most to begin with.'),
  /** each step of the bench says besides how it is done */
  learner: z.boolean().default(false),
  left: z.array(z.enum(['oven', 'cups', 'injector'])).default([]),
});
export type Begin = z.infer<typeof BeginSchema>;
/** A thing of the bench that may be left for later. */
export type Leavable = Begin['left'][number];
