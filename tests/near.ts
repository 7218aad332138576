import assert from 'node:assert/strict';

/** A figure is what it should be, to within so much. */
export const near = (is: number, should: number, tolerance = 1e-9, what = ''): void =>
  assert.ok(Math.abs(is - should) <= tolerance, `${what} ${is} is not ${should} ± ${tolerance}`);
