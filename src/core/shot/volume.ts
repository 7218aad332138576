import { density, PLASTISOL } from '../material/plastisol.ts';
import type { Mould } from '../mould/schema.ts';
import { cavityVolume } from '../mould/mould.ts';

/** Masses one shot of a mould takes, g. Volumes are derived at the heat in question. */
export interface ShotMass {
  /** by cavity number */
  cavities: Map<number, number>;
  /** runner and sprues */
  feed: number;
  /** one sprue, where each cavity has its own */
  feedEach: number;
}

/** Mass of everything that sets in one filling of a mould: m = V ρ(no-flow). */
export function shotMass(mould: Mould, density20?: number): ShotMass {
  const rho = density(PLASTISOL.noFlow, density20);
  const each = mould.feed === 'each';
  const feedEach = each ? mould.sprue * rho : 0;
  return {
    cavities: new Map(mould.cavities.map((cavity) => [cavity.n, cavityVolume(cavity) * rho])),
    feed: mould.runner * rho + (each ? feedEach * mould.cavities.length : mould.sprue * rho),
    feedEach,
  };
}

export const sum = (values: Iterable<number>): number => {
  let total = 0;
  for (const value of values) total += value;
  return total;
};

/** Mass of baits in one whole shot, g. */
export const baitMass = (shot: ShotMass): number => sum(shot.cavities.values());

/** Volume a mass takes when hot, mL. */
export const hotVolume = (grams: number, celsius: number, density20?: number): number =>
  grams / density(celsius, density20);

/**
 * How a filling splits between the push and the feed while it sets, mL at shot heat. The feed is
 * inside the volume to draw; a sprue holding at least `after` needs no top-off if it does not
 * freeze first.
 */
export function pushAndFeed(
  mould: Mould,
  celsius: number,
  density20?: number,
): { push: number; after: number } {
  const push = sum(mould.cavities.map((cavity) => cavityVolume(cavity)));
  return {
    push,
    after: hotVolume(baitMass(shotMass(mould, density20)), celsius, density20) - push,
  };
}
