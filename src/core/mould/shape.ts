import type { OutlineKey } from './outline.ts';
import { OUTLINES } from './outline.ts';

/** [station 0..1, up, down] from nose to tail, half-depths in shares of the length. */
export type Stations = readonly (readonly [number, number, number])[];

/** One of the named outlines, or a cavity's own from its mesh. */
export const stationsOf = (outline: string, profile?: Stations | null): Stations =>
  profile ?? OUTLINES[outline as OutlineKey]?.stations ?? OUTLINES.eel.stations;
/** Thickness over depth of its sections. */
export const roundOf = (outline: string): number => OUTLINES[outline as OutlineKey]?.round ?? 0.8;

/**
 * A smooth curve through points that never swings past them (monotone cubic, Fritsch & Carlson
 * 1980).
 */
function smooth(points: readonly (readonly [number, number])[]): (along: number) => number {
  const count = points.length;
  const slope = points.slice(1).map(([x, y], i) => (y - points[i]![1]) / (x - points[i]![0] || 1));
  const at = points.map((_, i) => {
    const [before, after] = [slope[Math.max(0, i - 1)]!, slope[Math.min(count - 2, i)]!];
    return before * after <= 0
      ? 0
      : i === 0 || i === count - 1
        ? before
        : (Math.sign(before) *
            3 *
            Math.min(Math.abs(before), Math.abs(after), Math.abs(before + after) / 3)) /
          2;
  });
  return (along) => {
    const index = Math.max(
      1,
      points.findIndex(([x]) => x >= along - 1e-12),
    );
    const [[x0, y0], [x1, y1]] = [points[index - 1]!, points[index]!];
    const step = x1 - x0 || 1;
    const share = Math.min(1, Math.max(0, (along - x0) / step));
    return (
      (1 + 2 * share) * (1 - share) ** 2 * y0 +
      share * (1 - share) ** 2 * step * at[index - 1]! +
      share * share * (3 - 2 * share) * y1 +
      share * share * (share - 1) * step * at[index]!
    );
  };
}

export interface Shape {
  /** half-depths at a share of the length, in shares of the length */
  up: (along: number) => number;
  down: (along: number) => number;
  most: { up: number; down: number };
}
const shapes = new WeakMap<Stations, Shape>();
export function shapeFor(stations: Stations): Shape {
  const held = shapes.get(stations);
  if (held) return held;
  const shape: Shape = {
    up: smooth(stations.map(([stationKey, up]) => [stationKey, up])),
    down: smooth(stations.map(([along, , down]) => [along, down])),
    most: {
      up: Math.max(...stations.map((station) => station[1])),
      down: Math.max(...stations.map((station) => station[2])),
    },
  };
  shapes.set(stations, shape);
  return shape;
}
