import type { OutlineKey } from './outline.ts';
import { OUTLINES } from './outline.ts';

/** [station 0..1, up, down] from nose to tail, half-depths in shares of the length. */
export type Stations = readonly (readonly [number, number, number])[];

/** One of the named outlines, or a cavity's own from its mesh. */
export const stationsOf = (outline: string, profile?: Stations | null): Stations =>
  profile ?? OUTLINES[outline as OutlineKey]?.stations ?? OUTLINES.eel.stations;
/** Thickness over depth of its sections. */
export const roundOf = (outline: string): number => OUTLINES[outline as OutlineKey]?.round ?? 0.8;

/** A smooth curve through points that never swings past them (monotone cubic, Fritsch & Carlson 1980). */
function smooth(points: readonly (readonly [number, number])[]): (s: number) => number {
  const n = points.length;
  const slope = points.slice(1).map(([x, y], i) => (y - points[i]![1]) / (x - points[i]![0] || 1));
  const at = points.map((_, i) => {
    const [a, b] = [slope[Math.max(0, i - 1)]!, slope[Math.min(n - 2, i)]!];
    return a * b <= 0
      ? 0
      : i === 0 || i === n - 1
        ? a
        : (Math.sign(a) * 3 * Math.min(Math.abs(a), Math.abs(b), Math.abs(a + b) / 3)) / 2;
  });
  return (s) => {
    const i = Math.max(
      1,
      points.findIndex(([x]) => x >= s - 1e-12),
    );
    const [[x0, y0], [x1, y1]] = [points[i - 1]!, points[i]!];
    const h = x1 - x0 || 1;
    const t = Math.min(1, Math.max(0, (s - x0) / h));
    return (
      (1 + 2 * t) * (1 - t) ** 2 * y0 +
      t * (1 - t) ** 2 * h * at[i - 1]! +
      t * t * (3 - 2 * t) * y1 +
      t * t * (t - 1) * h * at[i]!
    );
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
    up: smooth(stations.map(([s, up]) => [s, up])),
    down: smooth(stations.map(([s, , down]) => [s, down])),
    most: {
      up: Math.max(...stations.map((s) => s[1])),
      down: Math.max(...stations.map((s) => s[2])),
    },
  };
  shapes.set(stations, shape);
  return shape;
}
