import type { Begin } from './begin.ts';

/** What the walk begins with: a shop that answers nothing has this. */
export const USUAL: Begin = {
  name: 'Our shop',
  country: 'uk',
  oven: { watts: 900 },
  cups: { ml: 500, count: 2 },
  injector: { barrels: 1, ml: 120 },
  mould: { outline: 'eel', length: 95, cavities: 4, grams: null, shape: null },
  grade: 'medium',
  shelf: [],
  colour: 'green',
  bait: '',
  shots: 4,
  learner: false,
  left: [],
};
