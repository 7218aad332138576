import type { Material } from '../material/index.ts';
import { doseOf, KINDS } from '../material/index.ts';
import { characterise } from './characterise.ts';
import type { Colour } from './lab.ts';
import { colourOfHex, deltaE, hexOf } from './lab.ts';
import type { OnShelf } from './recipe.ts';
import { colourWith, SIGHT } from './recipe.ts';

/** Most doses of one thing in 100 mL anybody puts in (judgement: four times a strong colour). */
const MOST = { drops: 80, spoons: 60, mL: 100 } as const;
/** mL of remelt nobody measures finer than. */
const FINEST = 5;

export type Shelved = { ok: true; one: OnShelf } | { ok: false; message: string };

/** What swatches were found to mean: a shelf is asked again and again. */
const found = new WeakMap<Material, ReturnType<typeof characterise>>();
function known(material: Material, white: Colour, black: Colour): ReturnType<typeof characterise> {
  let held = found.get(material);
  if (!held)
    found.set(
      material,
      (held = characterise({
        white,
        black,
        dose: material.kind === 'puck' ? 100 : material.dose,
        thickness: material.thickness,
      })),
    );
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
  const [white, black] = [
    material.white && colourOfHex(material.white),
    material.black && colourOfHex(material.black),
  ];
  if (!white || !black)
    return { ok: false, message: 'Draw it down over white and over black first.' };
  const as = known(material, white, black);
  if (!as.ok) return { ok: false, message: as.message };
  const by = (list: readonly number[]) => list.map((x) => x * material.strength);
  return {
    ok: true,
    one: {
      key,
      pigment: { k: by(as.pigment.k), s: by(as.pigment.s) },
      step: kind.by === 'mL' ? FINEST : 1,
      most: Math.max(1, Math.round((MOST[kind.by] * ml) / 100)),
      price: (material.price / 100) * doseOf(material),
    },
  };
}

/** A reading of a swatch is good to this share (judgement: a photograph evened by its white). */
const READ_TO = 0.01;
const misreadings = new WeakMap<Material, Material[]>();
/** A material whose swatches were read a hundredth too light or too dark, in every way. */
export function misread(material: Material): Material[] {
  const held = misreadings.get(material);
  if (held) return held;
  const [white, black] = [
    material.white && colourOfHex(material.white),
    material.black && colourOfHex(material.black),
  ];
  const made =
    white && black
      ? MISREAD.map(([onWhite, onBlack]) => ({
          ...material,
          white: hexOf(lit(white, onWhite * READ_TO)),
          black: hexOf(lit(black, onBlack * READ_TO)),
        }))
      : [];
  misreadings.set(material, made);
  return made;
}
const lit = (colour: Colour, by: number): Colour => ({
  ...colour,
  l: Math.min(100, colour.l * (1 + by)),
});
/** Which way each swatch, over white and over black, is read wrong. */
const MISREAD = [
  [1, 1],
  [1, -1],
  [-1, 1],
  [-1, -1],
] as const;

const spreads = new WeakMap<Material, number | null>();
/**
 * ΔE by which a material's colour is uncertain at twice its swatch's dose and four times its
 * thickness, when each swatch is read a hundredth too light or too dark; null where its swatches do
 * not tell.
 */
export function spreadOf(material: Material): number | null {
  const held = spreads.get(material);
  if (held !== undefined) return held;
  const [white, black] = [
    material.white && colourOfHex(material.white),
    material.black && colourOfHex(material.black),
  ];
  const dose = material.kind === 'puck' ? 100 : material.dose;
  const told = (colour: Colour, other: Colour) =>
    characterise({ white: colour, black: other, dose, thickness: material.thickness });
  const own = white && black ? told(white, black) : null;
  let out: number | null = null;
  if (white && black && own?.ok) {
    const at = (other: typeof own.pigment) =>
      colourWith([{ pigment: other, dose: 2 * dose }], 100, {
        ...SIGHT,
        thickness: 4 * material.thickness,
      });
    const offs = MISREAD.flatMap(([onWhite, onBlack]) => {
      const characterised = told(lit(white, onWhite * READ_TO), lit(black, onBlack * READ_TO));
      return characterised.ok ? [deltaE(at(characterised.pigment), at(own.pigment))] : [];
    });
    out = offs.length > 0 ? offs.reduce((x, y) => x + y, 0) / offs.length : null;
  }
  spreads.set(material, out);
  return out;
}
