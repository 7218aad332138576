import type { Grade } from '../material/index.ts';
import type { Shelf } from './shelf.ts';

/** Id of a mix, and of a colourway, that nobody has named yet: it is made with the cup in hand. */
export const UNNAMED = 0;
const NO_RECIPE = 'No recipe yet';
/** As clear plastic is drawn until something is in it. */
const CLEAR = '#d9d4c3';

/**
 * The shelf with a colour that has no recipe: begun from nothing, shot as a single. What it becomes
 * is what goes into its cup.
 */
export const withUnnamed = (shelf: Shelf, grade: Grade): Shelf => ({
  ...shelf,
  mixes: [
    ...shelf.mixes,
    { id: UNNAMED, spec: { name: NO_RECIPE, grade, ladder: [], colour: CLEAR } },
  ],
  colourways: [
    ...shelf.colourways,
    { id: UNNAMED, spec: { name: NO_RECIPE, build: 'single', layers: { body: UNNAMED } } },
  ],
});
