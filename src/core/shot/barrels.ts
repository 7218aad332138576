import type { Block, Injector } from '../build/tools.ts';
import type { Mould } from '../mould/schema.ts';
import { hotVolume, shotMass, baitMass } from './volume.ts';

/**
 * Share of a yoked push each barrel gives: its bore's area over all bores. A dual of equal bores is half
 * and half whatever the cavity's halves are, so this is also the layer's mean share along the bait.
 */
export function shares(injector: Injector): number[] {
  const areas = injector.barrels.map((b) => b.bore ** 2);
  const all = areas.reduce((a, b) => a + b, 0);
  return areas.map((a) => a / all);
}

/** What stays behind each barrel after a shot, mL: its own heel and its part of the block's. */
export const heels = (injector: Injector, block: Block | null): number[] =>
  injector.barrels.map((b) => b.heel + (block?.heel ?? 0) / injector.barrels.length);

/**
 * Volume to draw into each barrel, mL: V_b = share_b Σm/ρ(T) + purge + heel_b.
 * @param grams what is to set in the moulds
 * @param purge pushed out before the shot until every colour runs, mL a barrel
 */
export function barrelVolumes(injector: Injector, block: Block | null, grams: number, celsius: number, purge: number, density20?: number): number[] {
  const rest = heels(injector, block);
  const hot = hotVolume(grams, celsius, density20);
  return shares(injector).map((share, i) => share * hot + purge + rest[i]!);
}

export interface Capacity {
  /** whole moulds one draw fills; 0 when it takes more than one draw */
  shotsPerDraw: number;
  /** cavities one draw fills in a port-per-cavity mould, at most all of them */
  cavitiesPerDraw: number;
  drawsPerShot: number;
  /** mL the tightest barrel is short of one mould, or of one cavity where each has its port; 0 = it fits */
  shortBy: number;
  /** index of that barrel */
  tightest: number;
}

/** What one draw of these barrels can do in this mould. */
export function capacity(injector: Injector, block: Block | null, mould: Mould, celsius: number, purge: number, density20?: number): Capacity {
  const shot = shotMass(mould, density20);
  const whole = baitMass(shot) + shot.feed;
  const cavity = mould.feed === 'each' ? Math.max(...shot.cavities.values()) + shot.feedEach : whole;
  const fixed = heels(injector, block).map((h) => h + purge);
  const room = injector.barrels.map((b, i) => b.volume - fixed[i]!);
  const part = shares(injector);
  const fit = (grams: number) => Math.min(...room.map((r, i) => r / (part[i]! * hotVolume(grams, celsius, density20))));
  // A hair of tolerance, so that a barrel of exactly the right size is not refused by rounding.
  const count = (grams: number) => Math.max(0, Math.floor(fit(grams) + 1e-9));
  const shotsPerDraw = count(whole);
  const cavitiesPerDraw = mould.feed === 'each' ? Math.min(mould.cavities.length, count(cavity)) : shotsPerDraw > 0 ? mould.cavities.length : 0;
  const over = room.map((r, i) => part[i]! * hotVolume(cavity, celsius, density20) - r);
  const tightest = over.indexOf(Math.max(...over));
  return {
    shotsPerDraw,
    cavitiesPerDraw,
    drawsPerShot: shotsPerDraw > 0 ? 1 : cavitiesPerDraw > 0 ? Math.ceil(mould.cavities.length / cavitiesPerDraw) : 0,
    shortBy: Math.max(0, over[tightest]! > 1e-9 ? over[tightest]! : 0),
    tightest,
  };
}
