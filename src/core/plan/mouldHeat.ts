import { masterOf } from '../casting/master.ts';
import type { MouldHeat, Thin } from '../heat/index.ts';
import { metalBody } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import type { Cavity } from '../mould/index.ts';
import { cavityVolume, OUTLINES, profileOf } from '../mould/index.ts';

/** A section much wider than it is thick cools as a slab. */
const FLAT_UNDER = 0.4;
const made = new WeakMap<Mould, MouldHeat>();

const shapeOf = (outline: Cavity['outline']): Thin['shape'] => (OUTLINES[outline].round < FLAT_UNDER ? 'slab' : 'round');

/** Share of a bait's length in which its thin part is looked for: behind the middle, before the tip. */
const BEHIND = [0.5, 0.96] as const;
export type ThinPart = Thin & { length: number };
function thinOf({ outline, profile, section, length }: Cavity): ThinPart {
  const points = profileOf(profile ?? OUTLINES[outline].stations, 60);
  const deepest = Math.max(...points.map(([, up, down]) => up + down));
  const [s, up, down] = points.filter(([x]) => x >= BEHIND[0] && x <= BEHIND[1]).reduce((a, b) => (b[1] + b[2] < a[1] + a[2] ? b : a));
  return { shape: shapeOf(outline), across: (section * (up + down)) / deepest, length: (1 - s) * length };
}

/** A mould as the models of heat see it: its thickest section, all its baits' skins, its metal. */
export function heatOfMould(mould: Mould): MouldHeat {
  const held = made.get(mould);
  if (held) return held;
  const skin = mould.cavities.reduce((n, c) => n + masterOf(OUTLINES[c.outline], c.length, null).skin, 0) / 1e6;
  const volume = mould.cavities.reduce((n, c) => n + cavityVolume(c), 0);
  const across = Math.max(...mould.cavities.map((c) => c.section));
  const one: MouldHeat = { metal: mould.metal, grams: mould.mass, body: metalBody(mould.metal, mould.mass, mould.width, mould.height), section: { shape: shapeOf(mould.cavities[0]!.outline), across }, skin, shot: (volume + mould.runner + mould.sprue) * density(PLASTISOL.noFlow) };
  made.set(mould, one);
  return one;
}

const thins = new WeakMap<Mould, ThinPart>();
/** The thinnest part of a mould's baits behind their middle, and mm from there to the end: what comes short first. */
export function thinOfMould(mould: Mould): ThinPart {
  const held = thins.get(mould);
  if (held) return held;
  const thin = mould.cavities.map(thinOf).reduce((a, b) => (b.across < a.across ? b : a));
  thins.set(mould, thin);
  return thin;
}
