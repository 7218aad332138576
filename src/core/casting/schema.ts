import * as z from 'zod';
import type { OutlineKey } from '../mould/outline.ts';
import { OUTLINES } from '../mould/outline.ts';
import type { CastingKind, PartKey } from './casting.ts';
import { CASTINGS, PARTS } from './casting.ts';

const size = z.number().positive();
/** What a form lets be typed; what is kept may be beyond it. */
const typed = (least: number, most: number) => size.meta({ least, most });
export const PartSchema = z.object({
  ratio: z.object({ a: typed(0.01, 1000), b: typed(0.01, 1000) }),
  density: z.object({ a: size, b: size.nullable() }),
  /** min */
  potLife: typed(0.1, 10_000),
  /** h */
  cure: typed(0.1, 2000),
});

const side = size.max(2000).meta({ least: 5 });

/** How a casting turned out. */
export const VERDICTS = {
  unknown: { name: 'not known yet' },
  good: { name: 'turned out well' },
  watch: { name: 'usable' },
  stop: { name: 'spoiled' },
} as const;
type CastVerdict = keyof typeof VERDICTS;

/** A home-made mould: what it is to be, what was mixed for it, and how it turned out. */
export const CastingSchema = z.object({
  name: z.string().trim().min(1, 'Name the casting.').max(60),
  kind: z.enum(Object.keys(CASTINGS) as [CastingKind, ...CastingKind[]]),
  /** inside, mm */
  box: z.object({ length: side, width: side, height: side }),
  outline: z.enum(Object.keys(OUTLINES) as [OutlineKey, ...OutlineKey[]]),
  /** of the master, mm */
  length: size.max(600).meta({ least: 5 }),
  /** mL of one master; null = guessed from its outline */
  volume: typed(0.1, 2000).nullable(),
  masters: z.number().int().min(1).max(24),
  margin: z.number().min(0).max(1),
  /** face coats, mm */
  face: z.number().min(0.2).max(10),
  parts: z
    .partialRecord(z.enum(Object.keys(PARTS) as [PartKey, ...PartKey[]]), PartSchema)
    .default({}),
  checks: z.array(z.string()).default([]),
  /** what went into each part, and when its pot life began: ms since 1970 */
  mixed: z
    .array(
      z.object({
        part: z.enum(Object.keys(PARTS) as [PartKey, ...PartKey[]]),
        a: z.number().min(0),
        b: z.number().min(0),
        at: z.number().int(),
      }),
    )
    .default([]),
  /** shots it is hoped to give */
  life: z.number().int().positive().max(100_000).meta({ least: 1 }),
  verdict: z.enum(Object.keys(VERDICTS) as [CastVerdict, ...CastVerdict[]]).default('unknown'),
  note: z.string().max(1000).default(''),
  /** the mould it became */
  mould: z.number().int().nullable().default(null),
});
export type Casting = z.infer<typeof CastingSchema>;
