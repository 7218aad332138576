import type { Stage } from '../build/index.ts';
import { cored } from '../build/index.ts';
import { masterOf } from '../casting/master.ts';
import type { CastAs, MouldHeat, Thin, Way } from '../heat/index.ts';
import { metalBody, ovalSection, PUSH_RATE } from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import type { Cavity } from '../mould/index.ts';
import { cavityVolume, closedVolume, OUTLINES, profileOf, rodVolume } from '../mould/index.ts';

/** What is in a mould's cavities when the plastic of a stage comes. */
export function castAs(stage: Stage | undefined): CastAs {
  if (stage?.rods) return stage.closes ? 'rodsClosed' : 'rods';
  if (!stage || !cored(stage)) return 'whole';
  return stage.layers.some((layer) => layer.place === 'coreTail') ? 'coreTail' : 'core';
}

const made = new WeakMap<Mould, Partial<Record<CastAs, MouldHeat>>>();

/** A thin part much wider than it is thick fills as a slab. */
const FLAT_UNDER = 0.4;
const shapeOf = (outline: Cavity['outline']): Thin['shape'] =>
  OUTLINES[outline].round < FLAT_UNDER ? 'slab' : 'round';

/** The whole axes of a bait's thickest section, mm: across the parting line and along it. */
function axesOf({ outline, profile, section, length }: Cavity): [number, number] {
  const deepest =
    Math.max(...(profile ?? OUTLINES[outline].stations).map(([, up, down]) => up + down)) * length;
  return [section, Math.max(1, deepest)];
}

/**
 * Share of a bait's length in which its thin part is looked for: behind the middle, before the tip.
 */
const BEHIND = [0.5, 0.96] as const;
/** A thin part, mm from its mouth to the tip, and what plastic passes before it. */
export type ThinPart = Thin & { length: number; way: Way };

/** A channel of a volume and a bore, or of a length: mm from mL. */
const lengthOf = (ml: number, bore: number): number => (ml * 1000) / ((Math.PI / 4) * bore ** 2);
const boreOf = (ml: number, length: number): number =>
  Math.sqrt((ml * 1000) / ((Math.PI / 4) * length));

/**
 * From the block to a bait's thin part: sprue, runner, body. A runner is as long as its mould and
 * branches in the middle; all cavities it feeds fill at once. Where each has its port they fill one
 * by one.
 */
function wayTo(mould: Mould, cavity: Cavity, body: number): Way {
  const each = mould.feed === 'each' ? PUSH_RATE : PUSH_RATE / mould.cavities.length;
  const [thick, deep] = axesOf(cavity);
  const along = Math.max(mould.width, mould.height);
  const sprue =
    mould.sprue > 0
      ? [{ bore: mould.port, length: lengthOf(mould.sprue, mould.port), flow: PUSH_RATE }]
      : [];
  // Along it the stream thins from the whole push to one cavity's part.
  const runner =
    mould.runner > 0
      ? [{ bore: boreOf(mould.runner, along), length: along / 2, flow: (PUSH_RATE + each) / 2 }]
      : [];
  return {
    flow: each,
    channels: [...sprue, ...runner, { bore: Math.sqrt(thick * deep), length: body, flow: each }],
  };
}

function thinOf(mould: Mould, cavity: Cavity): ThinPart {
  const { outline, profile, section, length } = cavity;
  const points = profileOf(profile ?? OUTLINES[outline].stations, 60);
  const deepest = Math.max(...points.map(([, up, down]) => up + down));
  const [along, up, down] = points
    .filter(([x]) => x >= BEHIND[0] && x <= BEHIND[1])
    .reduce((made, point) => (point[1] + point[2] < made[1] + made[2] ? point : made));
  return {
    shape: shapeOf(outline),
    across: (section * (up + down)) / deepest,
    wide: (up + down) * length,
    length: (1 - along) * length,
    way: wayTo(mould, cavity, along * length),
  };
}

/** Least share of a section that plastic must be for the models to follow it. */
const LEAST_SHELL = 0.15;

/**
 * A mould as the models of heat see it: its thickest section as the oval it is, all its baits'
 * skins, its metal.
 * @param as a shell is cast round its core rods, or a core into the shell they left open; with the
 *   tail closed off, the tail is cast with the core
 */
export function heatOfMould(mould: Mould, as: CastAs = 'whole'): MouldHeat {
  const held = made.get(mould) ?? {};
  const key = mould.rod ? as : 'whole';
  if (held[key]) return held[key];
  const skin =
    mould.cavities.reduce(
      (sum, cavity) => sum + masterOf(OUTLINES[cavity.outline], cavity.length, null).skin,
      0,
    ) / 1e6;
  const volume = mould.cavities.reduce((sum, cavity) => sum + cavityVolume(cavity), 0);
  const sections = mould.cavities.map((cavity) => ovalSection(...axesOf(cavity)));
  // The slowest to cool: most plastic for its skin, and that by how it spreads.
  const section = sections.reduce((made, section) =>
    slowness(section) > slowness(made) ? section : made,
  );
  const one: MouldHeat = {
    metal: mould.metal,
    grams: mould.mass,
    body: metalBody(mould.metal, mould.mass, mould.width, mould.height),
    section,
    skin,
    shot: 0,
  };
  const bored = mould.rod ? Math.min(1 - LEAST_SHELL, mould.rod.bore / section.across) : 0;
  const rods = mould.cavities.length * rodVolume(mould);
  const closed = mould.cavities.reduce((sum, cavity) => sum + closedVolume(mould, cavity), 0);
  if (key === 'rods' || key === 'rodsClosed') {
    one.rod = bored;
    one.rodLength = mould.rod!.length;
  }
  if (key === 'core' || key === 'coreTail') one.core = bored;
  if (key === 'coreTail' && closed > 0)
    one.tail = Math.max(...mould.cavities.map(tailAcross(mould)));
  const cast = {
    whole: volume,
    rods: volume - rods,
    rodsClosed: volume - rods - closed,
    core: rods,
    coreTail: rods + closed,
  }[key];
  one.shot = (cast + mould.runner + mould.sprue) * density(PLASTISOL.noFlow);
  made.set(mould, { ...held, [key]: one });
  return one;
}
/** Thickness of a closed-off tail in the mean, mm: its volume over the area of its side. */
const tailAcross = (mould: Mould) => (cavity: Cavity) => {
  const behind = profileOf(cavity.profile ?? OUTLINES[cavity.outline].stations, 60).filter(
    ([along]) => along >= mould.rod!.closes!.from,
  );
  const depth = behind.reduce((sum, [, up, down]) => sum + up + down, 0) / behind.length;
  const side = depth * (1 - mould.rod!.closes!.from) * cavity.length ** 2;
  return (closedVolume(mould, cavity) * 1000) / side;
};
const slowness = ({ shape, across }: MouldHeat['section']): number => across / Number(shape);

const thins = new WeakMap<Mould, ThinPart>();
/**
 * The thinnest part of a mould's baits behind their middle, and mm from there to the end: what
 * comes short first.
 */
export function thinOfMould(mould: Mould): ThinPart {
  const held = thins.get(mould);
  if (held) return held;
  const thin = mould.cavities
    .map((cavity) => thinOf(mould, cavity))
    .reduce((made, thinPart) => (thinPart.across < made.across ? thinPart : made));
  thins.set(mould, thin);
  return thin;
}
