import type { Block, Injector } from '../build/tools.ts';
import type { Mould } from '../mould/schema.ts';
import type { ShotMass } from './volume.ts';
import { baitMass, hotVolume } from './volume.ts';

/** What plastic is pushed with: barrels, block, and whether one yoke pushes them all. */
export interface Rig {
  injector: Injector;
  block: Block | null;
  yoked: boolean;
}

/**
 * Share of a push each barrel gives. Yoked: its bore's area over all bores, so a dual of equal
 * bores is half and half whatever the cavity's halves are, and this is also the layer's mean share
 * along the bait. Pulsed in turn: equal parts, the maker's rhythm.
 */
export function shares({ injector, yoked }: Pick<Rig, 'injector' | 'yoked'>): number[] {
  const areas = injector.barrels.map((barrel) => (yoked ? barrel.bore ** 2 : 1));
  const all = areas.reduce((sum, area) => sum + area, 0);
  return areas.map((area) => area / all);
}

/**
 * The same shares by mass: each barrel gives its share of the volume in plastic of its own density.
 * @param densities g/mL of each barrel's plastic, at one heat
 * @example massShares([0.5, 0.5], [1, 3]) → [0.25, 0.75]
 */
export function massShares(parts: readonly number[], densities: readonly number[]): number[] {
  const all = parts.reduce((sum, part, i) => sum + part * densities[i]!, 0);
  return parts.map((part, i) => (part * densities[i]!) / all);
}

/** What stays behind each barrel after a shot, mL: its own heel and its part of the block's. */
export const heels = ({ injector, block }: Rig): number[] =>
  injector.barrels.map((barrel) => barrel.heel + (block?.heel ?? 0) / injector.barrels.length);

/**
 * Volume to draw into each barrel, mL: V_b = share_b Σm/ρ(T) + purge + heel_b.
 * @param grams what is to set in the moulds
 * @param purge pushed out before the shot until every colour runs, mL a barrel
 */
export function barrelVolumes(
  rig: Rig,
  grams: number,
  { celsius, purge, density20 }: { celsius: number; purge: number; density20?: number },
): number[] {
  const rest = heels(rig);
  const hot = hotVolume(grams, celsius, density20);
  return shares(rig).map((share, i) => share * hot + purge + rest[i]!);
}

export interface Capacity {
  /** whole moulds one draw fills; 0 when it takes more than one draw */
  shotsPerDraw: number;
  /** cavities one draw fills in a port-per-cavity mould, at most all of them */
  cavitiesPerDraw: number;
  drawsPerShot: number;
  /** mL each barrel is short of one mould, or of one cavity where each has its port; 0 = it fits */
  short: number[];
}

/**
 * What one draw of these barrels can do in this mould.
 * @param shot masses of one filling of it, g
 */
export function capacity(
  rig: Rig,
  mould: Pick<Mould, 'feed' | 'cavities'>,
  shot: ShotMass,
  { celsius, purge, density20 }: { celsius: number; purge: number; density20?: number },
): Capacity {
  const whole = baitMass(shot) + shot.feed;
  // The runner fills with the first draw, whichever cavities that serves.
  const runner =
    mould.feed === 'each' ? Math.max(0, shot.feed - shot.feedEach * mould.cavities.length) : 0;
  const each = mould.feed === 'each' ? Math.max(...shot.cavities.values()) + shot.feedEach : whole;
  const cavity = each + runner;
  const fixed = heels(rig).map((heel) => heel + purge);
  const room = rig.injector.barrels.map((barrel, i) => barrel.volume - fixed[i]!);
  const part = shares(rig);
  const fixedFirst = room.map((free, i) => free - part[i]! * hotVolume(runner, celsius, density20));
  const fit = (grams: number, left: number[]) =>
    Math.min(...left.map((free, i) => free / (part[i]! * hotVolume(grams, celsius, density20))));
  // A hair of tolerance, so that a barrel of exactly the right size is not refused by rounding.
  const count = (grams: number, left: number[]) => Math.max(0, Math.floor(fit(grams, left) + 1e-9));
  const shotsPerDraw = count(whole, room);
  const cavitiesPerDraw =
    mould.feed === 'each'
      ? Math.min(mould.cavities.length, count(each, fixedFirst))
      : shotsPerDraw > 0
        ? mould.cavities.length
        : 0;
  const over = room.map((free, i) => part[i]! * hotVolume(cavity, celsius, density20) - free);
  return {
    shotsPerDraw,
    cavitiesPerDraw,
    drawsPerShot:
      shotsPerDraw > 0
        ? 1
        : cavitiesPerDraw > 0
          ? Math.ceil(mould.cavities.length / cavitiesPerDraw)
          : 0,
    short: over.map((x) => (cavitiesPerDraw === 0 && x > 1e-9 ? x : 0)),
  };
}
