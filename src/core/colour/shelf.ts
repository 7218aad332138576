import type { Material } from '../material/index.ts';
import { doseOf, KINDS } from '../material/index.ts';
import { characterise } from './characterise.ts';
import type { Colour } from './lab.ts';
import { colourOfHex, deltaE } from './lab.ts';
import type { OnShelf } from './recipe.ts';
import { colourWith, SIGHT } from './recipe.ts';

/** Most doses of one thing in 100 mL anybody puts in (judgement: four times a strong colour). */
const MOST = { drops: 80, spoons: 60, mL: 100 } as const;
/** mL of remelt nobody measures finer than. */
const FINEST = 5;

export type Shelved = { ok: true; one: OnShelf } | { ok: false; message: string };

/** What swatches were found to mean: a shelf is asked again and again. */
const found = new WeakMap<Material, ReturnType<typeof characterise>>();
function known(m: Material, white: Colour, black: Colour): ReturnType<typeof characterise> {
  let held = found.get(m);
  if (!held)
    found.set(
      m,
      (held = characterise({
        white,
        black,
        dose: m.kind === 'puck' ? 100 : m.dose,
        thickness: m.thickness,
      })),
    );
  return held;
}

/** A material as something a colour can be made with; or why it cannot be reckoned with. @param ml of the charge */
export function shelved(key: string, m: Material, ml: number): Shelved {
  const kind = KINDS[m.kind];
  if (!kind.colours)
    return { ok: false, message: 'It is for looks, not for a colour that can be reckoned.' };
  const [white, black] = [m.white && colourOfHex(m.white), m.black && colourOfHex(m.black)];
  if (!white || !black)
    return { ok: false, message: 'Draw it down over white and over black first.' };
  const as = known(m, white, black);
  if (!as.ok) return { ok: false, message: as.message };
  const by = (list: readonly number[]) => list.map((x) => x * m.strength);
  return {
    ok: true,
    one: {
      key,
      pigment: { k: by(as.pigment.k), s: by(as.pigment.s) },
      step: kind.by === 'mL' ? FINEST : 1,
      most: Math.max(1, Math.round((MOST[kind.by] * ml) / 100)),
      price: (m.price / 100) * doseOf(m),
    },
  };
}

/** A reading of a swatch is good to this share (judgement: a photograph evened by its white). */
const READ_TO = 0.01;
const spreads = new WeakMap<Material, number | null>();
/**
 * ΔE by which a material's colour is uncertain at twice its swatch's dose and four times its thickness, when each swatch is
 * read a hundredth too light or too dark; null where its swatches do not tell.
 */
export function spreadOf(m: Material): number | null {
  const held = spreads.get(m);
  if (held !== undefined) return held;
  const [white, black] = [m.white && colourOfHex(m.white), m.black && colourOfHex(m.black)];
  const dose = m.kind === 'puck' ? 100 : m.dose;
  const told = (w: Colour, b: Colour) =>
    characterise({ white: w, black: b, dose, thickness: m.thickness });
  const own = white && black ? told(white, black) : null;
  let out: number | null = null;
  if (white && black && own?.ok) {
    const at = (p: typeof own.pigment) =>
      colourWith([{ pigment: p, dose: 2 * dose }], 100, { ...SIGHT, thickness: 4 * m.thickness });
    const lit = (c: Colour, by: number): Colour => ({ ...c, l: Math.min(100, c.l * (1 + by)) });
    const offs = [
      [1, 1],
      [1, -1],
      [-1, 1],
      [-1, -1],
    ].flatMap(([w, b]) => {
      const p = told(lit(white, w! * READ_TO), lit(black, b! * READ_TO));
      return p.ok ? [deltaE(at(p.pigment), at(own.pigment))] : [];
    });
    out = offs.length > 0 ? offs.reduce((x, y) => x + y, 0) / offs.length : null;
  }
  spreads.set(m, out);
  return out;
}
