import { GRAIN, PLASTISOL, stokes, viscosity } from '../material/index.ts';

/** g/mL of salt and of a steel hook. */
export const SALT = 2.16;
export const STEEL = 7.85;
/** Waters a bait is fished in, g/mL. */
export const WATERS = {
  fresh: { name: 'fresh', density: 0.998 },
  brackish: { name: 'brackish', density: 1.012 },
  sea: { name: 'sea', density: 1.025 },
} as const;
export type Water = keyof typeof WATERS;
/** Drag coefficient of a bait on its frontal area (judgement; a tank test corrects it). */
export const DRAG = 1.1;
const GRAVITY = 9.80665;
/** A cup with more than this of its volume salt cannot be stirred or shot (judgement). */
const STIRRABLE = 0.35;

/**
 * A layer of a bait: mL it takes of the cavity, g/mL of its plastic without salt, g of salt stirred
 * into each mL of that.
 */
export interface FloatLayer {
  volume: number;
  density: number;
  salt: number;
}
export interface Rig {
  /** g of hook, and of lead or other weight, g/mL of that */
  hook: number;
  weight: number;
  weightDensity: number;
}
export const BARE: Rig = { hook: 0, weight: 0, weightDensity: 11.34 };

/** g/mL of plastic with so much salt to the mL: both keep their volumes. */
export const salted = (density: number, salt: number): number =>
  (density + salt) / (1 + salt / SALT);

/** Mass, g, and volume, mL, of a rigged bait. */
export function bulkOf(
  layers: readonly FloatLayer[],
  rig: Rig = BARE,
): { mass: number; volume: number } {
  const mass =
    layers.reduce((sum, layer) => sum + layer.volume * salted(layer.density, layer.salt), 0) +
    rig.hook +
    rig.weight;
  return {
    mass,
    volume:
      layers.reduce((sum, layer) => sum + layer.volume, 0) +
      rig.hook / STEEL +
      rig.weight / rig.weightDensity,
  };
}

/**
 * mm/s a bait sinks, or rises (below 0), when drag and weight balance: `v² = 2 (ρ/ρw − 1) g V / (Cd
 * A)`.
 * @param frontal mm² it turns to the water
 */
export function sinking(
  { mass, volume }: { mass: number; volume: number },
  water: Water,
  frontal: number,
  drag: number = DRAG,
): number {
  const heavier = mass / volume / WATERS[water].density - 1;
  const v2 = (2 * Math.abs(heavier) * GRAVITY * (volume * 1e-6)) / (drag * frontal * 1e-6);
  return Math.sign(heavier) * Math.sqrt(v2) * 1000;
}

/**
 * Drag coefficient of a bait that sank so fast in a tank, mm/s: the law of {@link sinking} turned
 * round; null where it is no heavier than the water.
 */
export function dragFrom(
  speed: number,
  { mass, volume }: { mass: number; volume: number },
  water: Water,
  frontal: number,
): number | null {
  const heavier = mass / volume / WATERS[water].density - 1;
  return heavier > 0 && speed > 0
    ? (2 * heavier * GRAVITY * (volume * 1e-6)) / ((speed / 1000) ** 2 * frontal * 1e-6)
    : null;
}

/**
 * g/mL of the plain plastic of a bait that does so in water: the law of {@link sinking} solved for
 * the density of a bait that was weighed, whose volume is its mass over that.
 * @param speed mm/s it sinks, 0 it hangs, below 0 it rises
 * @param bait g of it, and mm² it turns to the water; hook and salt are not in it
 * @returns null where no plastic does that
 */
export function plainInWater(
  speed: number,
  bait: { mass: number; frontal: number },
  water: Water,
  drag: number = DRAG,
): number | null {
  const kilos = bait.mass / 1000;
  const square = Math.sign(speed) * (speed / 1000) ** 2;
  const inverse =
    1 / (WATERS[water].density * 1000) -
    (square * drag * bait.frontal * 1e-6) / (2 * GRAVITY * kilos);
  const density = 1 / (1000 * inverse);
  return inverse > 0 && density > LIGHTEST && density < HEAVIEST ? density : null;
}
/** g/mL a plastisol may have at all (judgement). */
const LIGHTEST = 0.5;
const HEAVIEST = 2;

export type SaltAnswer =
  | {
      ok: true;
      /** g to each mL of that layer's plastic, and to a bait */ perMl: number;
      perBait: number;
    }
  | { ok: false; code: 'light' | 'thick'; message: string };

/**
 * Salt in one layer for a wanted speed (M14): 0 hangs, above sinks, below rises, mm/s.
 * @param into the layer salt goes into
 */
export function saltFor(
  speed: number,
  layers: readonly FloatLayer[],
  {
    into,
    water,
    frontal,
    rig = BARE,
    drag = DRAG,
  }: { into: number; water: Water; frontal: number; rig?: Rig; drag?: number },
): SaltAnswer {
  const { volume } = bulkOf(layers, rig);
  const value = speed / 1000;
  const ratio =
    1 + (Math.sign(value) * value * value * drag * frontal * 1e-6) / (2 * GRAVITY * volume * 1e-6);
  const wanted = ratio * WATERS[water].density * volume;
  const rest = bulkOf(
    layers.map((layer, i) => (i === into ? { ...layer, volume: 0 } : layer)),
    rig,
  ).mass;
  const own = layers[into]!;
  const density = (wanted - rest) / own.volume;
  if (density < own.density - 1e-9)
    return {
      ok: false,
      code: 'light',
      message:
        'Without any salt it is heavier than that already: a floating grade, a lighter hook, or saltier water.',
    };
  const perMl = density <= own.density ? 0 : (density - own.density) / (1 - density / SALT);
  if (density >= SALT || perMl / SALT / (1 + perMl / SALT) > STIRRABLE)
    return {
      ok: false,
      code: 'thick',
      message:
        'No cup with so much salt can be stirred or shot: spread it over more layers, or add a weight.',
    };
  return { ok: true, perMl, perBait: (perMl * own.volume) / (1 + perMl / SALT) };
}

/** Longer than this nobody leaves a cup, s. */
const LONGEST = 3600;
/**
 * s until the top tenth of a cup has cleared of what settles, in plastic that thickens as it cools:
 * Stokes, hindered by its own crowd (Richardson & Zaki 1954, exponent 4.65).
 * @param depth mm of plastic in the cup
 * @param celsius of the cup so many s after its stir
 * @param share of its volume that is grains
 * @returns null where it sets before that
 */
export function settles(
  depth: number,
  {
    celsius,
    share,
    plastic = 0.93,
    solid = SALT,
    grain = GRAIN,
  }: {
    celsius: (seconds: number) => number;
    share: number;
    plastic?: number;
    solid?: number;
    grain?: number;
  },
): number | null {
  const excess = 1000 * (solid - plastic);
  const hindered = (1 - share) ** 4.65;
  let left = depth / 10000;
  for (let at = 0; at < LONGEST; at++) {
    const heat = celsius(at + 0.5);
    if (heat <= PLASTISOL.noFlow) return null;
    const falls = hindered * stokes(excess, grain, viscosity(heat));
    if (falls >= left) return at + left / falls;
    left -= falls;
  }
  return null;
}
