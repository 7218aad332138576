import type { Block, Injector, Vessel } from '../../src/core/build/index.ts';
import type { Casting } from '../../src/core/casting/index.ts';
import type { Oven } from '../../src/core/heat/index.ts';

const barrel = (bore: number, volume: number, heel: number, mark = '') => ({
  bore,
  volume,
  heel,
  mark,
});
export const INJECTORS: Injector[] = [
  { name: 'Small single', barrels: [barrel(28, 100, 2.2)], note: 'For remnants and small moulds.' },
  {
    name: 'Three-way 90',
    barrels: [
      barrel(28, 90, 2.2, 'one notch'),
      barrel(28, 90, 2.2, 'two notches'),
      barrel(28, 90, 2.2, 'three notches'),
    ],
    note: 'The middle barrel feeds the side.',
  },
  {
    name: 'Twin 120',
    barrels: [barrel(30, 120, 2.4, 'plain'), barrel(30, 120, 2.4, 'red-banded')],
    note: 'The plain barrel hangs nearer.',
  },
  {
    name: 'Twin 180 and 90',
    barrels: [barrel(36, 180, 3.2), barrel(26, 94, 2)],
    note: 'Unequal bores: two thirds back, one third belly.',
  },
];
export const BLOCKS: Block[] = [
  { name: 'Dual block, brass plug', kind: 'dual', heel: 4, mark: 'brass plug' },
  { name: 'Triple block', kind: 'triple', heel: 6, mark: 'filed edge' },
  { name: 'Split-flow block', kind: 'split', heel: 5, mark: '' },
];
export const VESSELS: Vessel[] = [
  { name: 'Glass cup 250', volume: 280, bore: 78, fill: 0.9, froth: 0.5 },
  { name: 'Glass cup 500', volume: 560, bore: 92, fill: 0.9, froth: 0.5 },
  { name: 'Glass cup 1000', volume: 1100, bore: 118, fill: 0.9, froth: 0.5 },
];

/**
 * What they cook in. The big one's label promises more than it gives; nobody has measured either.
 */
export const OVENS: Oven[] = [
  {
    name: 'Bench microwave',
    kind: 'microwave',
    watts: 900,
    level: 1,
    note: 'Kept for this alone.',
  },
  { name: 'Shelf microwave', kind: 'microwave', watts: 700, level: 1, note: '' },
];

const PLAIN = { margin: 0.1, face: 1.5, parts: {}, note: '' } as const;
/** The home-made moulds as they were mixed. */
export const CASTINGS: Casting[] = [
  {
    ...PLAIN,
    name: 'Pier sprat 110, from the cork master',
    kind: 'silicone',
    box: { length: 150, width: 80, height: 45 },
    outline: 'sprat',
    length: 110,
    volume: 19.1,
    masters: 1,
    checks: ['level', 'sealed', 'release', 'tube', 'high', 'cut'],
    mixed: [],
    life: 150,
    verdict: 'good',
    note: 'Lets go clean. The cut wandered at the tail: cut slower.',
    mould: 10,
  },
  {
    ...PLAIN,
    name: 'Great rag 200, two halves',
    kind: 'plaster',
    box: { length: 240, width: 70, height: 50 },
    outline: 'ragworm',
    length: 200,
    volume: 17.8,
    masters: 1,
    checks: ['under', 'keys', 'release', 'face', 'screws', 'vent', 'second'],
    mixed: [],
    life: 400,
    verdict: 'watch',
    note: 'One key broke off; the pins hold it.',
    mould: 11,
  },
];
