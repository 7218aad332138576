import type { Band } from '@/core/build/place.ts';
import type { OutlineKey } from '@/core/mould/outline.ts';
import { OUTLINES } from '@/core/mould/outline.ts';

export type Stations = readonly (readonly [number, number, number])[];

/** One of the named outlines, or a cavity's own from its mesh. */
export const stationsOf = (outline: string, profile?: Stations | null): Stations => profile ?? OUTLINES[outline as OutlineKey]?.stations ?? OUTLINES.eel.stations;
export const roundOf = (outline: string): number => OUTLINES[outline as OutlineKey]?.round ?? 0.8;

/** A smooth curve through points that never swings past them (monotone cubic, Fritsch & Carlson 1980). */
function smooth(points: readonly (readonly [number, number])[]): (s: number) => number {
  const n = points.length;
  const slope = points.slice(1).map(([x, y], i) => (y - points[i]![1]) / (x - points[i]![0] || 1));
  const at = points.map((_, i) => {
    const [a, b] = [slope[Math.max(0, i - 1)]!, slope[Math.min(n - 2, i)]!];
    return a * b <= 0 ? 0 : i === 0 || i === n - 1 ? a : (Math.sign(a) * 3 * Math.min(Math.abs(a), Math.abs(b), Math.abs(a + b) / 3)) / 2;
  });
  return (s) => {
    const i = Math.max(1, points.findIndex(([x]) => x >= s - 1e-12));
    const [[x0, y0], [x1, y1]] = [points[i - 1]!, points[i]!];
    const h = x1 - x0 || 1;
    const t = Math.min(1, Math.max(0, (s - x0) / h));
    return (1 + 2 * t) * (1 - t) ** 2 * y0 + t * (1 - t) ** 2 * h * at[i - 1]! + t * t * (3 - 2 * t) * y1 + t * t * (t - 1) * h * at[i]!;
  };
}

export interface Shape {
  /** half-depths at a share of the length, in shares of the length */
  up: (s: number) => number;
  down: (s: number) => number;
  most: { up: number; down: number };
}
const shapes = new WeakMap<Stations, Shape>();
export function shapeFor(stations: Stations): Shape {
  const held = shapes.get(stations);
  if (held) return held;
  const shape: Shape = {
    up: smooth(stations.map(([s, up]) => [s, up])), down: smooth(stations.map(([s, , down]) => [s, down])),
    most: { up: Math.max(...stations.map((s) => s[1])), down: Math.max(...stations.map((s) => s[2])) },
  };
  shapes.set(stations, shape);
  return shape;
}

const STEPS = 48;
const put = (n: number): string => n.toFixed(1).replace(/\.0$/, '');
/** A closed path from an upper edge walked forward and a lower one walked back. */
const closed = (points: [number, number][], back: [number, number][]): string => `M${[...points, ...back.reverse()].map(([x, y]) => `${put(x)} ${put(y)}`).join('L')}Z`;
const between = (from: number, to: number): number[] => { const n = Math.max(2, Math.ceil((to - from) * STEPS)); return Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n); };

/** Paths drawn before: a mould's cavities are mostly alike, and so are baits on a tray. */
const drawn = new WeakMap<Band, WeakMap<Stations, Map<number, string>>>();
const MOST_LENGTHS = 40;

/** A band of a bait lying nose to the left from x = 0, its line at y = 0; `length` in the drawing's units. */
export function bandPath(stations: Stations, band: Band, length: number): string {
  let byShape = drawn.get(band);
  if (!byShape) drawn.set(band, (byShape = new WeakMap()));
  let byLength = byShape.get(stations);
  if (!byLength) byShape.set(stations, (byLength = new Map()));
  const held = byLength.get(length);
  if (held) return held;
  const { up, down } = shapeFor(stations);
  const y = (s: number, share: number) => -(share >= 0 ? share * up(s) : share * down(s)) * length;
  const all = between(Math.max(0, band.from), Math.min(1, band.to));
  const path = closed(all.map((s) => [s * length, y(s, band.edges(s)[0])]), all.map((s) => [s * length, y(s, band.edges(s)[1])]));
  if (byLength.size >= MOST_LENGTHS) byLength.clear();
  byLength.set(length, path);
  return path;
}

const WHOLE: Band = { from: 0, to: 1, edges: () => [1, -1] };
/** The whole outline, as a band is drawn. */
export const wholePath = (stations: Stations, length: number): string => bandPath(stations, WHOLE, length);

/** The same bait from above: as wide as its sections are thick. */
export function abovePath(stations: Stations, round: number, length: number, from = 0, to = 1): string {
  const { up, down } = shapeFor(stations);
  const half = (s: number) => ((up(s) + down(s)) / 2) * round * length;
  const all = between(from, to);
  return closed(all.map((s) => [s * length, -half(s)]), all.map((s) => [s * length, half(s)]));
}
