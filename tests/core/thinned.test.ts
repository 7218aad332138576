import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { type Point, thinned } from '@/ui/thinned.ts';

/** How far a point lies from a line of several pieces. */
const offPieces = ([x, y]: Point, line: readonly Point[]): number =>
  Math.min(
    ...line.slice(1).map(([toX, toY], i) => {
      const [fromX, fromY] = line[i]!;
      const [wide, high] = [toX - fromX, toY - fromY];
      const along = ((x - fromX) * wide + (y - fromY) * high) / (wide ** 2 + high ** 2 || 1);
      const share = Math.min(1, Math.max(0, along));
      return Math.hypot(x - fromX - share * wide, y - fromY - share * high);
    }),
  );

test('property: a thinned edge keeps its ends, and no point it lets go of lies further off', () => {
  const heights = fc.array(fc.double({ min: -20, max: 20, noNaN: true }), {
    minLength: 2,
    maxLength: 60,
  });
  fc.assert(
    fc.property(heights, fc.double({ min: 0, max: 5, noNaN: true }), (all, most) => {
      const points = all.map((y, i): Point => [i * 2, y]);
      const line = thinned(points, most);
      assert.deepEqual([line[0], line.at(-1)], [points[0], points.at(-1)]);
      assert.ok(line.every((point) => points.includes(point)));
      for (const point of points) assert.ok(offPieces(point, line) <= most + 1e-9);
    }),
  );
});

test('a straight edge is its two ends; where it bends by more than may be, its bend stays', () => {
  const straight = Array.from({ length: 49 }, (_, i): Point => [i, i / 2]);
  assert.deepEqual(thinned(straight, 0.15), [straight[0], straight[48]]);
  const bent = straight.map(([x, y]): Point => [x, Math.min(y, 12)]);
  assert.deepEqual(thinned(bent, 0.15), [bent[0], bent[24], bent[48]]);
});
