import type { Material } from '../material/index.ts';
import { doseOf, KINDS } from '../material/index.ts';
import { characterise } from './characterise.ts';
import type { Colour } from './lab.ts';
import { colourOfHex } from './lab.ts';
import type { OnShelf } from './recipe.ts';

/** Most doses of one thing in 100 mL anybody puts in (judgement: four times a strong colour). */
const MOST = { drops: 80, spoons: 60, mL: 100 } as const;
/** mL of remelt nobody measures finer than. */
const FINEST = 5;

export type Shelved = { ok: true; one: OnShelf } | { ok: false; message: string };

/** What swatches were found to mean: a shelf is asked again and again. */
const found = new WeakMap<Material, ReturnType<typeof characterise>>();
function known(m: Material, white: Colour, black: Colour): ReturnType<typeof characterise> {
  let held = found.get(m);
  if (!held) found.set(m, (held = characterise({ white, black, dose: m.kind === 'puck' ? 100 : m.dose, thickness: m.thickness })));
  return held;
}

/** A material as something a colour can be made with; or why it cannot be reckoned with. @param ml of the charge */
export function shelved(key: string, m: Material, ml: number): Shelved {
  const kind = KINDS[m.kind];
  if (!kind.colours) return { ok: false, message: 'It is for looks, not for a colour that can be reckoned.' };
  const [white, black] = [m.white && colourOfHex(m.white), m.black && colourOfHex(m.black)];
  if (!white || !black) return { ok: false, message: 'Draw it down over white and over black first.' };
  const as = known(m, white, black);
  if (!as.ok) return { ok: false, message: as.message };
  const by = (list: readonly number[]) => list.map((x) => x * m.strength);
  return { ok: true, one: { key, pigment: { k: by(as.pigment.k), s: by(as.pigment.s) }, step: kind.by === 'mL' ? FINEST : 1, most: Math.max(1, Math.round((MOST[kind.by] * ml) / 100)), price: (m.price / 100) * doseOf(m) } };
}
