import { masterOf } from '../casting/master.ts';
import type { MouldHeat } from '../heat/index.ts';
import { metalBody } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import { cavityVolume, OUTLINES } from '../mould/index.ts';

/** A section much wider than it is thick cools as a slab. */
const FLAT_UNDER = 0.4;
const made = new WeakMap<Mould, MouldHeat>();

/** A mould as the models of heat see it: its thickest section, all its baits' skins, its metal. */
export function heatOfMould(mould: Mould): MouldHeat {
  const held = made.get(mould);
  if (held) return held;
  const skin = mould.cavities.reduce((n, c) => n + masterOf(OUTLINES[c.outline], c.length, null).skin, 0) / 1e6;
  const volume = mould.cavities.reduce((n, c) => n + cavityVolume(c), 0);
  const across = Math.max(...mould.cavities.map((c) => c.section));
  const flat = OUTLINES[mould.cavities[0]!.outline].round < FLAT_UNDER;
  const one: MouldHeat = { metal: mould.metal, grams: mould.mass, body: metalBody(mould.metal, mould.mass, mould.width, mould.height), section: { shape: flat ? 'slab' : 'round', across }, skin, shot: (volume + mould.runner + mould.sprue) * density(PLASTISOL.noFlow) };
  made.set(mould, one);
  return one;
}
