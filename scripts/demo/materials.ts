import {
  colourOf,
  colourOfHex,
  even,
  GROUNDS,
  hexOf,
  layerOver,
  mixed,
  reflectanceOf,
  seen,
  xyzOf,
  xyzOfLab,
} from '../../src/core/colour/index.ts';
import type { Pigment } from '../../src/core/colour/index.ts';
import type { Material, MaterialKind } from '../../src/core/material/index.ts';
import { KINDS } from '../../src/core/material/index.ts';

/**
 * What a pigment truly does, from the colour it has when it hides and how much one dose scatters,
 * per mm.
 */
export function truePigment(hides: string, scatter: number): Pigment {
  const reflectance = reflectanceOf(xyzOfLab(colourOfHex(hides)!))!.map((x) =>
    Math.min(0.96, Math.max(0.015, x)),
  );
  return { k: reflectance.map((x) => (scatter * (1 - x) ** 2) / (2 * x)), s: even(scatter) };
}
/** Doses a hand tries for a swatch, the strongest first, until the card shows through. */
const TRIED = [60, 40, 25, 15, 10, 6, 4, 2.5, 1.5, 1] as const;
const SWATCH = 1;

/** A pigment drawn down on the card, as strong as still lets black show through. */
function drawn(pigment: Pigment): Pick<Material, 'white' | 'black' | 'dose' | 'thickness'> {
  for (const dose of TRIED) {
    const over = (ground: number[]) =>
      seen(layerOver(mixed([{ pigment, dose }]), SWATCH, ground), 'air');
    const [white, black] = [over([...GROUNDS.white]), over([...GROUNDS.black])];
    if (xyzOf(black)[1] / xyzOf(white)[1] < 0.6)
      return {
        white: hexOf(colourOf(white)),
        black: hexOf(colourOf(black)),
        dose,
        thickness: SWATCH,
      };
  }
  throw new Error('No swatch of it lets black show through.');
}

const usual = (name: string, kind: MaterialKind, more: Partial<Material> = {}): Material => ({
  name,
  kind,
  density: KINDS[kind].density,
  drop: KINDS[kind].drop,
  spoon: KINDS[kind].spoon,
  strength: 1,
  heat: null,
  white: null,
  black: null,
  dose: 10,
  thickness: 1,
  size: null,
  shape: 'hexagon',
  tint: null,
  carries: 0,
  spent: 0,
  measures: [],
  grade: null,
  fusion: null,
  ceiling: null,
  alarm: null,
  price: 0,
  reference: '',
  ...more,
});

/**
 * The paint box: name, kind, colour when it hides, scatter of a dose in 100 mL per mm, price of 100
 * mL.
 */
export const PAINTS: [string, MaterialKind, string, number, number][] = [
  ['White, thick', 'thick', '#f4f3ee', 0.12, 9],
  ['Black', 'pigment', '#1d1c1b', 0.02, 8],
  ['Green no. 2', 'pigment', '#6aa04f', 0.02, 11],
  ['Red brown', 'pigment', '#a8482a', 0.022, 10],
  ['Amber', 'pigment', '#eab33a', 0.012, 11],
  ['Blue', 'pigment', '#4a7fb4', 0.018, 12],
  ['Pink', 'pigment', '#f0a9a8', 0.03, 12],
  ['Yellow, double', 'double', '#f6dc3a', 0.045, 16],
  ['Violet', 'pigment', '#8062a8', 0.015, 14],
  ['Weed olive', 'pigment', '#8f973e', 0.02, 10],
  ['Signal orange', 'double', '#f27a2c', 0.04, 16],
  ['Pearl powder', 'pearl', '#ece8dc', 0.05, 30],
  ['Warm highlight', 'highlight', '#e3c48a', 0.03, 34],
];
/**
 * What a remelted puck truly is: so much of each paint, and as thin a swatch as lets black show
 * through.
 */
function puck(name: string, of: [string, number][], more: Partial<Material>): Material {
  const doses = of.map(([paint, dose]) => {
    const other = PAINTS.find((other) => other[0] === paint)!;
    return { pigment: truePigment(other[2], other[3]), dose };
  });
  for (const thickness of [3, 2, 1.5, 1, 0.7, 0.5, 0.3, 0.2]) {
    const over = (ground: number[]) => seen(layerOver(mixed(doses), thickness, ground), 'air');
    const [white, black] = [over([...GROUNDS.white]), over([...GROUNDS.black])];
    if (xyzOf(black)[1] / xyzOf(white)[1] < 0.6)
      return usual(name, 'puck', {
        white: hexOf(colourOf(white)),
        black: hexOf(colourOf(black)),
        thickness,
        ...more,
      });
  }
  throw new Error('No swatch of it lets black show through.');
}
export const MATERIALS: Material[] = [
  usual('Soft plastisol', 'plastisol', { grade: 'soft', price: 1.4 }),
  usual('Medium plastisol', 'plastisol', { grade: 'medium', price: 1.4 }),
  // It scorches sooner than the others.
  usual('Floating plastisol', 'plastisol', {
    grade: 'floating',
    density: 0.96,
    price: 1.9,
    fusion: 172,
    ceiling: 188,
    alarm: 198,
  }),
  ...PAINTS.map(([name, kind, hides, scatter, price]) =>
    usual(name, kind, { ...drawn(truePigment(hides, scatter)), price, heat: 205 }),
  ),
  usual('Green flake 0.4 mm', 'flake', { size: 0.4, tint: '#4f9a5b', price: 12, heat: 200 }),
  usual('Copper flake 0.6 mm', 'flake', { size: 0.6, tint: '#b06a3a', price: 12, heat: 200 }),
  usual('Silver flake 0.2 mm', 'flake', { size: 0.2, tint: '#d5d9dc', price: 12, heat: 160 }),
  usual('Silver flake 0.4 mm', 'flake', { size: 0.4, tint: '#d5d9dc', price: 12, heat: 200 }),
  usual('Softener', 'softener', { price: 2 }),
  usual('Stabiliser', 'stabiliser', { price: 5 }),
  usual('Fine salt', 'salt', { price: 0.3, measures: [{ name: 'the brass scoop', grams: 14.2 }] }),
  usual('Worm oil', 'oil', { price: 3 }),
  puck('Moss puck', [['Green no. 2', 11]], {
    size: 0.4,
    tint: '#4f9a5b',
    carries: 60,
    spent: 0.35,
  }),
  puck(
    'Floor sweepings puck',
    [
      ['Red brown', 3],
      ['Green no. 2', 4],
      ['Black', 1],
    ],
    { spent: 0.55 },
  ),
];
