import { normal } from '../../../src/core/chance.ts';
import type { Colour } from '../../../src/core/colour/index.ts';
import { hexOf } from '../../../src/core/colour/index.ts';
import type { Material, Mix } from '../../../src/core/material/index.ts';
import { RECIPE_CUP } from '../../../src/core/material/index.ts';
import type { Plastic, Remelt, Shelf } from '../../../src/core/plastic/index.ts';
import { asMix, NO_PLASTIC, shelfOf, together } from '../../../src/core/plastic/index.ts';
import type { Chance, Paint, Truth } from './paints.ts';
import { looksOf, off, paints, poured } from './paints.ts';

/** Share a paint's dose is off by in one batch, its drops counted right. */
const DOSE_OFF = 0.05;
/** How far an eye that names the colour of a heap is off, in each of L*, a* and b*. */
const EYE_OFF = 4;
const MIXES = 30;

/** A mix of a book, in whole drops for a US cup, and how it truly looks, mixed with care. */
export interface TrueMix {
  id: number;
  spec: Mix;
  drops: Map<Paint, number>;
  looks: Colour[];
}
export interface TrueTub {
  is: 'known' | 'in part' | 'unknown';
  plastic: Plastic;
  truth: Truth;
  spent: number;
  looks: Colour[];
}
export interface Shop {
  book: TrueMix[];
  materials: Material[];
  shelf: Shelf;
  tubs: TrueTub[];
}

const pick = <T>(chance: Chance, all: readonly T[]): T => all[Math.floor(chance() * all.length)]!;

function mixOf(id: number, shelf: readonly Paint[], chance: Chance): TrueMix {
  const drops = new Map<Paint, number>();
  const count = 1 + Math.floor(3 * chance());
  while (drops.size < count) drops.set(pick(chance, shelf), 2 + Math.floor(40 * chance() ** 1.5));
  const looks = looksOf({ ml: RECIPE_CUP, drops }, 0.05);
  const ladder = [...drops].map(([{ material }, amount]) => ({
    ...{ what: material.name, materialId: material.id, kind: 'pigment' as const, amount },
    ...{ dimension: 'drops' as const, when: 'clear' as const },
  }));
  const spec = { name: `Mix ${id}`, grade: 'medium', ladder, colour: hexOf(looks[1]!) } as Mix;
  return { id, spec, drops, looks };
}
const bookOf = (shelf: readonly Paint[], chance: Chance): TrueMix[] =>
  Array.from({ length: MIXES }, (_, i) => mixOf(i + 1, shelf, chance));

/** A batch of a mix as it was pucked: what was counted, if anybody did, and what truly went in. */
function batch(
  { drops }: TrueMix,
  { ml, counted }: { ml: number; counted: boolean },
  chance: Chance,
): { plastic: Plastic; truth: Truth } {
  const cups = ml / RECIPE_CUP;
  const grams = 1.03 * ml;
  const holds = [...drops].map(([{ material }, count]) => ({
    ...{ what: material.name, materialId: material.id, dimension: 'drops' as const },
    amount: count * cups,
  }));
  return {
    plastic: { ...NO_PLASTIC, grams, heats: 1, ...(counted ? { holds } : { unknownG: grams }) },
    truth: {
      ml,
      drops: new Map([...drops].map(([one, count]) => [one, count * cups * off(chance, DOSE_OFF)])),
    },
  };
}

/** A tub: of batches of the book, of those and plastic from elsewhere, or of that alone. */
function tub(book: readonly TrueMix[], elsewhere: readonly TrueMix[], chance: Chance): TrueTub {
  const draw = chance();
  const is = draw < 0.6 ? 'known' : draw < 0.8 ? 'in part' : 'unknown';
  const batches = is === 'unknown' ? 0 : 1 + Math.floor(3 * chance());
  const own = Array.from({ length: batches }, () =>
    batch(pick(chance, book), { ml: 30 + 170 * chance(), counted: true }, chance),
  );
  const ml = own.reduce((sum, { truth }) => sum + truth.ml, 0);
  const share = 0.05 + 0.4 * chance();
  const unknown = { ml: is === 'unknown' ? 200 : (ml * share) / (1 - share), counted: false };
  const all = is === 'known' ? own : [...own, batch(pick(chance, elsewhere), unknown, chance)];
  const truth = poured(all.map((one) => ({ truth: one.truth, ml: one.truth.ml })));
  const spent = 0.5 * chance();
  return {
    is,
    plastic: all.map(({ plastic }) => plastic).reduce(together),
    truth,
    spent,
    looks: looksOf(truth, spent),
  };
}

/**
 * A shop with a shelf and a book of its own, and so many tubs.
 * @param drawnWeak whether each paint was drawn down weak too
 */
export function shopOf(chance: Chance, tubs: number, drawnWeak: boolean): Shop {
  const own = paints(chance, 1, drawnWeak);
  const book = bookOf(own, chance);
  const elsewhere = bookOf(paints(chance, 100, drawnWeak), chance);
  const materials = own.map(({ material }) => material);
  return {
    book,
    materials,
    shelf: shelfOf(book, materials),
    tubs: Array.from({ length: tubs }, () => tub(book, elsewhere, chance)),
  };
}

/** A tub as it is judged: by what was counted, or by the colour an eye named. */
export function remeltOf(
  { plastic, looks }: Pick<TrueTub, 'plastic' | 'looks'>,
  { materials }: Shop,
  chance: Chance,
): Remelt {
  const { l, a, b } = looks.at(-1)!;
  const colour = hexOf({
    l: Math.min(98, Math.max(4, normal(chance, l, EYE_OFF))),
    a: normal(chance, a, EYE_OFF),
    b: normal(chance, b, EYE_OFF),
  });
  const mix = asMix(plastic, { name: 'Tub', grade: 'medium', colour }, materials);
  return { plastic, mix, salted: 'no', flaked: 'no' };
}
