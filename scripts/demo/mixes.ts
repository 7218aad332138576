import { drawnAs } from '../../src/core/colour/index.ts';
import type { Mix } from '../../src/core/material/index.ts';
import { MATERIALS } from './materials.ts';
import { base, drops, MIXES, tsp } from './colourways.ts';

const drawn = (mix: Omit<Mix, 'colour'>): Mix => ({
  ...mix,
  colour: drawnAs({ ...mix, colour: '#8a8f7a' }, MATERIALS),
});

/** Mixes no colourway wears yet. */
const MORE: Omit<Mix, 'colour'>[] = [
  {
    name: 'Gutter olive',
    grade: 'medium',
    ladder: [...base, drops('Weed olive', 18), drops('Amber', 4)],
  },
  {
    name: 'Ferry smoke',
    grade: 'soft',
    ladder: [
      ...base,
      drops('Black', 2),
      drops('White, thick', 2),
      tsp('Silver flake 0.2 mm', 1 / 16),
    ],
  },
  {
    name: 'Net float',
    grade: 'medium',
    ladder: [...base, drops('Signal orange', 14), tsp('Warm highlight', 1 / 16, 'powder', 'clear')],
  },
  {
    name: 'Winter gorse',
    grade: 'medium',
    ladder: [...base, drops('Yellow, double', 10), drops('Green no. 2', 2)],
  },
  {
    name: 'Creek violet',
    grade: 'soft',
    ladder: [...base, drops('Violet', 16), tsp('Pearl powder', 1 / 32, 'powder', 'clear')],
  },
  {
    name: 'Brick dust',
    grade: 'medium',
    ladder: [...base, drops('Red brown', 12), drops('Signal orange', 4)],
  },
  {
    name: 'Ebb green',
    grade: 'soft',
    ladder: [...base, drops('Green no. 2', 5), drops('Blue', 3), tsp('Green flake 0.4 mm', 1 / 16)],
  },
  {
    name: 'Shell pearl',
    grade: 'soft',
    ladder: [...base, tsp('Pearl powder', 1 / 8, 'powder', 'clear'), drops('Pink', 2)],
  },
  {
    name: 'Cellar black',
    grade: 'hard',
    ladder: [...base, drops('Black', 60), tsp('Copper flake 0.6 mm', 1 / 4)],
  },
  {
    name: 'Honey tarn',
    grade: 'soft',
    ladder: [...base, drops('Amber', 9), drops('Red brown', 1)],
  },
];
export const ALL_MIXES: Mix[] = [...MIXES, ...MORE.map(drawn)];

/** A mix as it was at first: less of what colours it. Makers come to a colour from below. */
export const earlier = (mix: Mix, share: number): Mix => ({
  ...mix,
  ladder: mix.ladder.map((ingredient) =>
    ingredient.kind === 'pigment' || ingredient.kind === 'powder'
      ? {
          ...ingredient,
          amount:
            ingredient.dimension === 'drops'
              ? Math.max(1, Math.round(ingredient.amount * share))
              : ingredient.amount * share,
        }
      : ingredient,
  ),
});
