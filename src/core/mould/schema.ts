import * as z from 'zod';
import { GradeSchema } from '../material/schema.ts';
import type { Closure } from './closure.ts';
import { IdSchema } from '../id.ts';
import { CLOSURES } from './closure.ts';
import type { Feed, LetsGo, Lie, MadeOfIt, Metal, Source } from './kinds.ts';
import { FEEDS, LETS_GO, LIES, MADE_OF_IT, METALS, SOURCES } from './kinds.ts';
import type { OutlineKey } from './outline.ts';
import { OUTLINES } from './outline.ts';

const keys = <K extends string>(table: Record<K, unknown>) => Object.keys(table) as [K, ...K[]];
const size = z.number().positive();

export const CavitySchema = z.object({
  n: z.number().int().positive(),
  outline: z.enum(keys<OutlineKey>(OUTLINES)),
  /** mm */
  length: size.meta({ least: 5, most: 600 }),
  /** thickest section across the parting line, mm */
  section: size.meta({ least: 1, most: 100 }),
  /** centre as the mould lies, mm from its top left corner */
  x: z.number(),
  y: z.number(),
  /** degrees clockwise; 0 lies nose to the left */
  turn: z.number().default(0),
  source: z.enum(keys<Source>(SOURCES)),
  /** what was measured: grams for bait and water, mL, or the length in mm for a guess */
  measured: size,
  /** plastic a weighed bait was shot in */
  grade: GradeSchema.default('medium'),
  /** side outline taken from a mesh, as in {@link OUTLINES}; null = the named one */
  profile: z
    .array(z.tuple([z.number(), z.number(), z.number()]))
    .max(80)
    .nullable()
    .default(null),
});
export type Cavity = z.infer<typeof CavitySchema>;

/** An insert of another mould, lying in this one. The first slice kept the mould's name alone. */
const TakesSchema = z.object({
  mould: z.string(),
  /** the mould of that name by its number; absent where the shop has none */
  mouldId: IdSchema.optional(),
  lies: z.enum(keys<Lie>(LIES)).default('stub'),
  share: z.number().min(0.05).max(1).default(1),
});

/** Where rods close the tail off while shells are shot: the core becomes the tail. */
const ClosesSchema = z.object({
  /** where along the bait the closed-off tail begins, of its length */
  from: z.number().min(0.3).max(0.95),
  /** of the cavity's volume that is closed off; null = as its outline has it */
  share: z.number().min(0.01).max(0.6).nullable().default(null),
});

/** Heats to shoot between, °C. */
const WindowSchema = z.object({ low: z.number(), high: z.number() });
/** A few shots in another window than usual, or held otherwise, to learn from. */
export const TriesSchema = WindowSchema.extend({
  shots: z.number().int().min(1).max(12),
  /** s pressure is held in them; null = as long as usual */
  hold: z.number().min(0).max(120).nullable().default(null),
  /** what they are shot of: a build, a family of colours; null = of every one */
  build: z.string().nullable().default(null),
  family: z.string().nullable().default(null),
});

export const MouldSchema = z.object({
  /** its number in the shop's list; absent before it stands there */
  id: IdSchema.optional(),
  name: z.string().trim().min(1, 'Name the mould.').max(60),
  metal: z.enum(keys<Metal>(METALS)),
  mass: size.describe('g'),
  /** mm */
  width: size.meta({ most: 3000 }),
  height: size.meta({ most: 3000 }),
  feed: z.enum(keys<Feed>(FEEDS)),
  /** bore of a port, mm */
  port: size.meta({ most: 50 }),
  /** cold volume of the runner, mL */
  runner: z.number().min(0),
  /** cold volume of one sprue, mL; a port-per-cavity mould has one for each cavity */
  sprue: z.number().min(0),
  closure: z.enum(keys<Closure>(CLOSURES)),
  closures: z.number().int().min(0).max(24),
  loose: z.array(z.string()).default([]),
  /** side that lets go best */
  letsGo: z.enum(keys<LetsGo>(LETS_GO)).default('either'),
  makes: z.enum(keys<MadeOfIt>(MADE_OF_IT)).default('bait'),
  /** moulds whose inserts lie in this one, how, and which share of the insert lies in the cavity */
  takes: z
    .array(
      z.preprocess((table) => (typeof table === 'string' ? { mould: table } : table), TakesSchema),
    )
    .default([]),
  /** core rods it has, one a cavity: what they keep open, mm */
  rod: z
    .object({
      bore: size.meta({ least: 0.5, most: 60 }),
      length: size.meta({ least: 1, most: 600 }),
      closes: ClosesSchema.nullable().default(null),
    })
    .nullable()
    .default(null),
  /** °C of metal it likes at the first shot */
  warmTo: z.number().min(0).max(150),
  hold: z.number().min(0).max(120).describe('s'),
  cool: z.number().min(5).max(3600).describe('s'),
  note: z.string().default(''),
  /** shots a home-made one is good for; null = no end in sight */
  life: z.number().int().positive().meta({ least: 1, most: 100_000 }).nullable().default(null),
  /** the window it proved to like; null = the shop's */
  window: WindowSchema.nullable().default(null),
  /**
   * windows it proved to like for one build, by the build's key, for colours of one family, or both:
   * they go before its own
   */
  windows: z
    .array(
      WindowSchema.extend({
        build: z.string().min(1).max(60).nullable().default(null),
        family: z.string().min(1).max(60).nullable().default(null),
      }),
    )
    .max(200)
    .default([]),
  /** times as long as is reckoned that a shot is let cool in it, by its own record */
  letCool: z.number().min(0.3).max(3).default(1),
  /** test shots asked for at its next session, and the window they are shot in */
  tries: TriesSchema.nullable().default(null),
  /** false until its trial card is filled in */
  tried: z.boolean().default(true),
  cavities: z.array(CavitySchema).min(1, 'A mould has at least one cavity.').max(48),
});
export type Mould = z.infer<typeof MouldSchema>;
