import type { Material } from '../material/index.ts';
import { KINDS, PINCH } from '../material/index.ts';
import { characterise } from './characterise.ts';
import { colourOfHex } from './lab.ts';
import type { OnShelf } from './recipe.ts';

/** Most doses of one thing in 100 mL anybody puts in (judgement: four times a strong colour). */
const MOST = { drops: 80, spoons: 60, mL: 0 } as const;

export type Shelved = { ok: true; one: OnShelf } | { ok: false; message: string };

/** A material as something a colour can be made with; or why it cannot be reckoned with. @param ml of the charge */
export function shelved(key: string, m: Material, ml: number): Shelved {
  const kind = KINDS[m.kind];
  if (!kind.colours) return { ok: false, message: 'It is for looks, not for a colour that can be reckoned.' };
  const [white, black] = [m.white && colourOfHex(m.white), m.black && colourOfHex(m.black)];
  if (!white || !black) return { ok: false, message: 'Draw it down over white and over black first.' };
  const found = characterise({ white, black, dose: m.dose, thickness: m.thickness });
  if (!found.ok) return { ok: false, message: found.message };
  const by = (list: readonly number[]) => list.map((x) => x * m.strength);
  const each = kind.by === 'drops' ? m.drop : PINCH;
  return { ok: true, one: { key, pigment: { k: by(found.pigment.k), s: by(found.pigment.s) }, step: 1, most: Math.max(1, Math.round((MOST[kind.by] * ml) / 100)), price: (m.price / 100) * each } };
}
