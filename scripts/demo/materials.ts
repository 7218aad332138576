import {
  colourOf,
  drawnDown,
  GROUNDS,
  hexOf,
  layerOver,
  mixed,
  pigmentThatHides,
  seen,
  xyzOf,
} from '../../src/core/colour/index.ts';
import type { Material, MaterialKind } from '../../src/core/material/index.ts';
import { usualMaterial } from '../../src/core/material/index.ts';

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
    return { pigment: pigmentThatHides(other[2], other[3]), dose };
  });
  for (const thickness of [3, 2, 1.5, 1, 0.7, 0.5, 0.3, 0.2]) {
    const over = (ground: number[]) => seen(layerOver(mixed(doses), thickness, ground), 'air');
    const [white, black] = [over([...GROUNDS.white]), over([...GROUNDS.black])];
    if (xyzOf(black)[1] / xyzOf(white)[1] < 0.6)
      return usualMaterial(name, 'puck', {
        white: hexOf(colourOf(white)),
        black: hexOf(colourOf(black)),
        thickness,
        ...more,
      });
  }
  throw new Error('No swatch of it lets black show through.');
}
export const MATERIALS: Material[] = [
  usualMaterial('Soft plastisol', 'plastisol', { grade: 'soft', price: 1.4 }),
  usualMaterial('Medium plastisol', 'plastisol', { grade: 'medium', price: 1.4 }),
  // It scorches sooner than the others.
  usualMaterial('Floating plastisol', 'plastisol', {
    grade: 'floating',
    density: 0.96,
    price: 1.9,
    fusion: 172,
    ceiling: 188,
    alarm: 198,
  }),
  ...PAINTS.map(([name, kind, hides, scatter, price]) =>
    usualMaterial(name, kind, { ...drawnDown(pigmentThatHides(hides, scatter)), price, heat: 205 }),
  ),
  usualMaterial('Green flake 0.4 mm', 'flake', {
    size: 0.4,
    tint: '#4f9a5b',
    price: 12,
    heat: 200,
  }),
  usualMaterial('Copper flake 0.6 mm', 'flake', {
    size: 0.6,
    tint: '#b06a3a',
    price: 12,
    heat: 200,
  }),
  usualMaterial('Silver flake 0.2 mm', 'flake', {
    size: 0.2,
    tint: '#d5d9dc',
    price: 12,
    heat: 160,
  }),
  usualMaterial('Silver flake 0.4 mm', 'flake', {
    size: 0.4,
    tint: '#d5d9dc',
    price: 12,
    heat: 200,
  }),
  usualMaterial('Softener', 'softener', { price: 2 }),
  usualMaterial('Stabiliser', 'stabiliser', { price: 5 }),
  usualMaterial('Fine salt', 'salt', {
    price: 0.3,
    measures: [{ name: 'the brass scoop', grams: 14.2 }],
  }),
  usualMaterial('Worm oil', 'oil', { price: 3 }),
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
