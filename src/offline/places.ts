/** Where kept pages lie on this device. */
export const PAGES = 'twin-shot-pages';

/**
 * Pages that open with the shop's machine away: the bench, what is shot tonight, the run sheets,
 * the colours.
 */
const KEPT = /^\/(bench|orders|plan|rack|colours|moulds|builds|injectors)(\/|$)/;
export const isKept = (path: string): boolean =>
  KEPT.test(path) && !/\/(new|change|import)$/.test(path);
