import type { Band } from '@/core/build/place.ts';
import type { Stations } from '@/core/mould/shape.ts';
import { shapeFor } from '@/core/mould/shape.ts';
import { type Point, thinned } from './thinned.ts';

export { roundOf, shapeFor, stationsOf } from '@/core/mould/shape.ts';
export type { Stations } from '@/core/mould/shape.ts';

const STEPS = 48;
const put = (count: number): string => count.toFixed(1).replace(/\.0$/, '');
/** How far an edge may be drawn from where it runs and it is not seen, in the drawing's units. */
const unseen = (length: number): number => Math.min(0.15, length / 1000);
/** A closed path from an upper edge walked forward and a lower one walked back. */
function closed(points: Point[], back: Point[], length: number): string {
  const most = unseen(length);
  const around = [...thinned(points, most), ...thinned(back, most).reverse()];
  return `M${around.map(([x, y]) => `${put(x)} ${put(y)}`).join('L')}Z`;
}
const between = (from: number, to: number): number[] => {
  const count = Math.max(2, Math.ceil((to - from) * STEPS));
  return Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
};

/** Paths drawn before: a mould's cavities are mostly alike, and so are baits on a tray. */
const drawn = new WeakMap<Band, WeakMap<Stations, Map<number, string>>>();
const MOST_LENGTHS = 40;

/**
 * A band of a bait lying nose to the left from x = 0, its line at y = 0; `length` in the drawing's
 * units.
 */
export function bandPath(stations: Stations, band: Band, length: number): string {
  let byShape = drawn.get(band);
  if (!byShape) drawn.set(band, (byShape = new WeakMap<Stations, Map<number, string>>()));
  let byLength = byShape.get(stations);
  if (!byLength) byShape.set(stations, (byLength = new Map<number, string>()));
  const held = byLength.get(length);
  if (held) return held;
  const { up, down } = shapeFor(stations);
  const y = (along: number, share: number) =>
    -(share >= 0 ? share * up(along) : share * down(along)) * length;
  const all = between(Math.max(0, band.from), Math.min(1, band.to));
  const path = closed(
    all.map((along) => [along * length, y(along, band.edges(along)[0])]),
    all.map((along) => [along * length, y(along, band.edges(along)[1])]),
    length,
  );
  if (byLength.size >= MOST_LENGTHS) byLength.clear();
  byLength.set(length, path);
  return path;
}

const WHOLE: Band = { from: 0, to: 1, edges: () => [1, -1] };
/** The whole outline, as a band is drawn. */
export const wholePath = (stations: Stations, length: number): string =>
  bandPath(stations, WHOLE, length);

/** The same bait from above: as wide as its sections are thick. */
export function abovePath(
  stations: Stations,
  {
    round,
    length,
    from = 0,
    to = 1,
  }: { round: number; length: number; from?: number; to?: number },
): string {
  const { up, down } = shapeFor(stations);
  const half = (along: number) => ((up(along) + down(along)) / 2) * round * length;
  const all = between(from, to);
  return closed(
    all.map((along) => [along * length, -half(along)]),
    all.map((along) => [along * length, half(along)]),
    length,
  );
}
