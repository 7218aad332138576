import { density, PLASTISOL, WATER_DENSITY } from '../material/plastisol.ts';
import { roughVolume } from './outline.ts';
import type { Cavity, Mould } from './schema.ts';
import type { Source } from './kinds.ts';

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
