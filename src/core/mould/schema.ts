import * as z from 'zod';
import type { Closure, Feed, Metal, Source } from './kinds.ts';
import { CLOSURES, FEEDS, METALS, SOURCES } from './kinds.ts';
import type { OutlineKey } from './outline.ts';
import { OUTLINES } from './outline.ts';

const keys = <K extends string>(table: Record<K, unknown>) => Object.keys(table) as [K, ...K[]];
const size = z.number().positive();

export const CavitySchema = z.object({
  n: z.number().int().positive(),
  outline: z.enum(keys<OutlineKey>(OUTLINES)),
  length: size.describe('mm'),
  /** thickest section across the parting line, mm */
  section: size,
  /** centre as the mould lies, mm from its top left corner */
  x: z.number(),
  y: z.number(),
  /** degrees clockwise; 0 lies nose to the left */
  turn: z.number().default(0),
  source: z.enum(keys<Source>(SOURCES)),
  /** what was measured: grams for bait and water, mL, or the length in mm for a guess */
  measured: size,
});
export type Cavity = z.infer<typeof CavitySchema>;

export const MouldSchema = z.object({
  name: z.string().trim().min(1, 'Name the mould.').max(60),
  metal: z.enum(keys<Metal>(METALS)),
  mass: size.describe('g'),
  width: size.describe('mm'),
  height: size.describe('mm'),
  feed: z.enum(keys<Feed>(FEEDS)),
  /** bore of a port, mm */
  port: size,
  /** cold volume of the runner, mL */
  runner: z.number().min(0),
  /** cold volume of one sprue, mL; a port-per-cavity mould has one for each cavity */
  sprue: z.number().min(0),
  closure: z.enum(keys<Closure>(CLOSURES)),
  closures: z.number().int().min(1).max(24),
  loose: z.array(z.string()).default([]),
  /** side that lets go best */
  letsGo: z.enum(['TOP', 'bottom', 'either']).default('either'),
  makes: z.enum(['bait', 'tail', 'shell']).default('bait'),
  /** names of moulds whose inserts lie in this one */
  takes: z.array(z.string()).default([]),
  /** °C of metal it likes at the first shot */
  warmTo: z.number().min(0).max(150),
  hold: z.number().min(0).max(120).describe('s'),
  cool: z.number().min(5).max(3600).describe('s'),
  note: z.string().default(''),
  cavities: z.array(CavitySchema).min(1, 'A mould has at least one cavity.').max(48),
});
export type Mould = z.infer<typeof MouldSchema>;
