import * as z from 'zod';
import { IdSchema } from '../id.ts';
import type { MaterialKind } from './kinds.ts';
import { PLASTISOL } from './plastisol.ts';
import { GradeSchema } from './schema.ts';
import { KINDS } from './kinds.ts';
import type { FlakeShape } from './shapes.ts';
import { SHAPES } from './shapes.ts';

const keysOf = <K extends string>(table: Record<K, unknown>) => Object.keys(table) as [K, ...K[]];
const hex = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written #rrggbb.');

/**
 * Something on the shelf, as this shop has it. What a label promises does not count: strength is
 * the product's own.
 */
export const MaterialSchema = z
  .object({
    /** its number in the shop's list; absent before it stands there */
    id: IdSchema.optional(),
    name: z.string().trim().min(1, 'Name the material.').max(60),
    kind: z.enum(keysOf<MaterialKind>(KINDS)),
    density: z
      .number('A density is a number.')
      .min(0.2, 'Nothing on the shelf is lighter than 0.2 g/mL.')
      .max(12, 'Nothing on the shelf is heavier than 12 g/mL.'),
    drop: z
      .number()
      .min(0.005, 'A drop is at least 0.005 mL.')
      .max(0.5, 'A drop is at most half a mL.')
      .describe('mL'),
    spoon: z
      .number()
      .min(0.02, 'A powder weighs at least 0.02 g/mL.')
      .max(8, 'A level spoon holds at most 8 g/mL.')
      .describe('g/mL as it lies in a spoon'),
    strength: z
      .number()
      .min(0.05, 'A strength is above nothing: 1 is as its swatches show it.')
      .max(20, 'A strength is at most 20.')
      .default(1),
    /** °C its dye stands; null = not known */
    heat: z.number().min(20).max(400).nullable().default(null),
    /** drawn down over white and over black, doses in 100 mL, mm; null = not drawn down yet */
    white: hex.nullable().default(null),
    black: hex.nullable().default(null),
    /** as thick, with a quarter of the dose, over white */
    weak: hex.nullable().default(null),
    dose: z
      .number()
      .positive('A swatch has something in it.')
      .max(500)
      .meta({ least: 0.1 })
      .default(10),
    thickness: z
      .number()
      .positive('A swatch has a thickness.')
      .max(20)
      .meta({ least: 0.05 })
      .default(1),
    /** flake: mm, how it is cut, and the colour its face has */
    size: z.number().positive().max(20).meta({ least: 0.05 }).nullable().default(null),
    shape: z.enum(keysOf<FlakeShape>(SHAPES)).default('hexagon'),
    /** colour of a flake's face, of what glows or shifts; for looks */
    tint: hex.nullable().default(null),
    /** a puck: flakes it carries in a mL, and the share of its heat left that is spent already */
    carries: z.number().min(0).max(5000).default(0),
    spent: z.number().min(0).max(1).default(0),
    /** measures of the shop's own, each weighed once: g of this it holds */
    measures: z
      .array(
        z.object({
          name: z.string().trim().min(1, 'Name the measure.').max(40),
          grams: z
            .number()
            .positive('A measure holds something.')
            .max(500, 'A measure of half a kilo is a cup: weigh it on the scale.')
            .meta({ least: 0.001 }),
        }),
      )
      .max(8)
      .default([]),
    /**
     * a plastisol: the grade it is, and °C it must reach once, is kept under, and breaks down at;
     * null = the usual
     */
    grade: GradeSchema.nullable().default(null),
    fusion: z.number().min(120).max(200).nullable().default(null),
    ceiling: z.number().min(140).max(230).nullable().default(null),
    alarm: z.number().min(150).max(240).nullable().default(null),
    price: z.number().min(0).max(10_000).default(0).describe('for 100 mL, any money'),
    reference: z.string().max(120).default(''),
    /** its figures are the usual ones of its kind: nobody here has drawn it down or weighed it */
    usual: z.boolean().optional(),
  })
  .refine(
    (material) =>
      (material.fusion ?? PLASTISOL.fusion) < (material.ceiling ?? PLASTISOL.ceiling) &&
      (material.ceiling ?? PLASTISOL.ceiling) < (material.alarm ?? PLASTISOL.alarm),
    {
      message: 'It is kept under a heat above its fusion, and breaks down above that.',
      path: ['ceiling'],
    },
  );
export type Material = z.infer<typeof MaterialSchema>;
