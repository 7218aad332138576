import type { Material } from '../material/index.ts';
import { doseOf, KINDS } from '../material/index.ts';
import type { Characterised, Swatches } from './characterise.ts';
import { characterise } from './characterise.ts';
import { colourOfHex, deltaE } from './lab.ts';
import type { Pigment } from './pigment.ts';
import type { OnShelf } from './recipe.ts';
import { colourWith, SIGHT } from './recipe.ts';

/** Most doses of one thing in 100 mL anybody puts in (judgement: four times a strong colour). */
const MOST = { drops: 80, spoons: 60, mL: 100 } as const;
/** mL of remelt nobody measures finer than. */
const FINEST = 5;

export type Shelved = { ok: true; one: OnShelf } | { ok: false; message: string };

/** What was drawn down of a material; null where one of the two it takes is wanting. */
function swatchesOf(material: Material): Swatches | null {
  const [white, black, weak] = [material.white, material.black, material.weak].map(
    (hex) => (hex ? colourOfHex(hex) : null) ?? null,
  );
  const dose = material.kind === 'puck' ? 100 : material.dose;
  return white && black ? { white, black, weak, dose, thickness: material.thickness } : null;
}

/** What swatches were found to mean: a shelf is asked again and again. */
const found = new WeakMap<Material, Characterised>();
function known(material: Material, swatches: Swatches): Characterised {
  let held = found.get(material);
  if (!held) found.set(material, (held = characterise(swatches)));
  return held;
}

/**
 * A material as something a colour can be made with; or why it cannot be reckoned with.
 * @param ml of the charge
 */
export function shelved(key: string, material: Material, ml: number): Shelved {
  const kind = KINDS[material.kind];
  if (!kind.colours)
    return { ok: false, message: 'It is for looks, not for a colour that can be reckoned.' };
  const swatches = swatchesOf(material);
  if (!swatches) return { ok: false, message: 'Draw it down over white and over black first.' };
  const as = known(material, swatches);
  if (!as.ok) return { ok: false, message: as.message };
  return {
    ok: true,
    one: {
      key,
      pigment: stronger(as.pigment, material.strength),
      step: kind.by === 'mL' ? FINEST : 1,
      most: Math.max(1, Math.round((MOST[kind.by] * ml) / 100)),
      price: (material.price / 100) * doseOf(material),
    },
  };
}

const stronger = ({ k, s }: Pigment, by: number): Pigment => ({
  k: k.map((x) => x * by),
  s: s.map((x) => x * by),
});
/**
 * What a material does to light, one spread off what its swatches say, each way by itself: what
 * these do, as a root of squares, is what is not known of it. None where its swatches do not tell.
 */
export function waysOf(material: Material): Pigment[] {
  const swatches = swatchesOf(material);
  const as = swatches && known(material, swatches);
  return as?.ok ? as.ways.map((way) => stronger(way, material.strength)) : [];
}

const spreads = new WeakMap<Material, number | null>();
/**
 * ΔE by which a material's colour is uncertain at twice its swatch's dose and four times its
 * thickness; null where its swatches do not tell.
 */
export function spreadOf(material: Material): number | null {
  const held = spreads.get(material);
  if (held !== undefined) return held;
  const swatches = swatchesOf(material);
  const own = swatches && known(material, swatches);
  let out: number | null = null;
  if (own?.ok) {
    const { dose, thickness } = swatches!;
    const at = (pigment: Pigment) =>
      colourWith([{ pigment, dose: 2 * dose }], 100, { ...SIGHT, thickness: 4 * thickness });
    out = Math.hypot(...own.ways.map((way) => deltaE(at(way), at(own.pigment))));
  }
  spreads.set(material, out);
  return out;
}
