import * as z from 'zod';
import { IdSchema } from '../id.ts';
import type { BlockKind } from './build.ts';
import { BLOCKS } from './build.ts';

/**
 * A mark on metal, so that each colour stands where it belongs: a notch, a dab of paint, a letter.
 */
const mark = z.string().trim().max(24).default('');

export const InjectorSchema = z.object({
  name: z.string().trim().min(1, 'Name the injector.').max(60),
  /** one entry a barrel: bore in mm, what it holds in mL, what stays in barrel and tip in mL */
  barrels: z
    .array(
      z.object({
        bore: z.number().positive().meta({ least: 5, most: 120 }),
        volume: z.number().positive().meta({ least: 5, most: 2000 }),
        heel: z.number().min(0).meta({ most: 50 }),
        mark,
      }),
    )
    .min(1)
    .max(3),
  note: z.string().default(''),
  /** its figures are the usual ones: nobody here has measured it yet */
  usual: z.boolean().optional(),
});
export type Injector = z.infer<typeof InjectorSchema>;

export const BlockSchema = z.object({
  name: z.string().trim().min(1, 'Name the block.').max(60),
  kind: z.enum(Object.keys(BLOCKS) as [BlockKind, ...BlockKind[]]),
  /** stays in all its channels after a shot, mL */
  heel: z.number().min(0).meta({ most: 100 }),
  /** on the port that belongs over TOP */
  mark,
});
export type Block = z.infer<typeof BlockSchema>;

/** A measuring cup: what plastic is cooked in and drawn from. */
export const VesselSchema = z.object({
  /** its number in the shop's list; absent before it stands there */
  id: IdSchema.optional(),
  name: z.string().trim().min(1, 'Name the cup.').max(60),
  volume: z.number().positive().meta({ least: 20, most: 10_000 }).describe('mL to the brim'),
  /** inside, at the bottom where the last draw is taken, mm */
  bore: z.number().positive().meta({ least: 20, most: 400 }),
  /** share of the brim it may be filled to */
  fill: z.number().min(0.1).max(1),
  /** share of the brim when it goes in the vacuum pot */
  froth: z.number().min(0.1).max(1),
  /** its figures are the usual ones: nobody here has measured it yet */
  usual: z.boolean().optional(),
});
export type Vessel = z.infer<typeof VesselSchema>;
