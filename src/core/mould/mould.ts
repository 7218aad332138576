import * as z from 'zod';
import { density, PLASTISOL, WATER_DENSITY } from '../material/plastisol.ts';
import type { OutlineKey } from './outline.ts';
import { OUTLINES, roughVolume } from './outline.ts';

/** What a mould is made of; `gentle` metals want a slower push and longer cooling. */
export const METALS = {
  machined: { name: 'machined aluminium' },
  cast: { name: 'cast aluminium' },
  silicone: { name: 'silicone' },
  epoxy: { name: 'epoxy face on plaster' },
} as const;
export type Metal = keyof typeof METALS;

export const FEEDS = {
  runner: { name: 'one runner, one port' },
  each: { name: 'a port for each cavity' },
  top: { name: 'top-fed' },
} as const;
export type Feed = keyof typeof FEEDS;

/** What holds two halves together, and what the maker does with it. */
export const CLOSURES = {
  clamps: { name: 'clamps', one: 'clamp', act: (n: number) => (n === 1 ? 'one clamp' : `${n} clamps, one each side`) },
  hinge: { name: 'hinge and clamp', one: 'clamp', act: () => 'a clamp at the end away from the hinge' },
  bolts: { name: 'bolts with wing nuts', one: 'bolt', act: (n: number) => `${n} bolts, finger tight, crosswise` },
  vice: { name: 'bench vice', one: 'vice', act: () => 'the vice, with soft jaws' },
  screws: { name: 'screws', one: 'screw', act: (n: number) => `${n} screws, crosswise` },
} as const;
export type Closure = keyof typeof CLOSURES;

/** How a cavity's volume was come by. Measured beats estimated. */
export const SOURCES = {
  bait: { name: 'baits weighed', measured: true, dimension: 'mass' },
  water: { name: 'water weighed', measured: true, dimension: 'mass' },
  ml: { name: 'entered in mL', measured: true, dimension: 'volume' },
  rough: { name: 'guessed from its length', measured: false, dimension: 'length' },
} as const;
export type Source = keyof typeof SOURCES;

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

/**
 * Volume of a cavity, mL. A cavity is kept fed until plastic no longer flows, so a bait that weighs m
 * came from m/ρ(no-flow) of cavity: a good bait, cold, is about 0.94 of it.
 */
export function cavityVolume(cavity: Pick<Cavity, 'source' | 'measured' | 'outline'>, density20?: number): number {
  const by: Record<Source, () => number> = {
    bait: () => cavity.measured / density(PLASTISOL.noFlow, density20),
    water: () => cavity.measured / WATER_DENSITY,
    ml: () => cavity.measured,
    rough: () => roughVolume(cavity.outline, cavity.measured),
  };
  return by[cavity.source]();
}

/** Ports in a mould: one, or one for each cavity. */
export const portsOf = (mould: Pick<Mould, 'feed' | 'cavities'>): number => (mould.feed === 'each' ? mould.cavities.length : 1);
