import * as z from 'zod';
import type { OutlineKey } from '../mould/outline.ts';
import { OUTLINES } from '../mould/outline.ts';
import type { CastingKind, PartKey } from './casting.ts';
import { CASTINGS, PARTS } from './casting.ts';

const size = z.number().positive();
const PartSchema = z.object({
  ratio: z.object({ a: size, b: size }),
  density: z.object({ a: size, b: size.nullable() }),
  potLife: size.describe('min'),
  cure: size.describe('h'),
});

/** A home-made mould: what it is to be, what was mixed for it, and how it turned out. */
export const CastingSchema = z.object({
  name: z.string().trim().min(1, 'Name the casting.').max(60),
  kind: z.enum(Object.keys(CASTINGS) as [CastingKind, ...CastingKind[]]),
  box: z.object({ length: size.max(2000), width: size.max(2000), height: size.max(2000) }),
  outline: z.enum(Object.keys(OUTLINES) as [OutlineKey, ...OutlineKey[]]),
  length: size.max(600).describe('mm of the master'),
  /** mL of one master; null = guessed from its outline */
  volume: size.nullable(),
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
  life: z.number().int().positive().max(100_000),
  verdict: z.enum(['good', 'watch', 'stop', 'unknown']).default('unknown'),
  note: z.string().max(1000).default(''),
  /** the mould it became */
  mould: z.number().int().nullable().default(null),
});
export type Casting = z.infer<typeof CastingSchema>;
