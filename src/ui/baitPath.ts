import { curveMonotoneX, line } from 'd3-shape';
import type { OutlineKey } from '@/core/mould/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';

export interface BaitPaths {
  whole: string;
  /** above and below the parting of back and belly */
  back: string;
  belly: string;
  /** half-depths, in the same units as the length */
  up: number;
  down: number;
}

const cache = new Map<string, BaitPaths>();

/** Paths of a bait lying nose to the left from x = 0 to `length`, its line at y = 0. */
export function baitPaths(key: OutlineKey, length: number): BaitPaths {
  const name = `${key}/${length}`;
  const held = cache.get(name);
  if (held) return held;
  const { stations } = OUTLINES[key];
  const curve = line<[number, number]>().curve(curveMonotoneX);
  const top = stations.map(([s, up]): [number, number] => [s * length, -up * length]);
  const bottom = stations.map(([s, , down]): [number, number] => [s * length, down * length]);
  const back = curve(top) ?? '';
  const belly = curve(bottom) ?? '';
  // The belly is walked back from tail to nose; monotone curves may be reversed point by point.
  const bellyBack = (curve([...bottom].reverse()) ?? '').replace(/^M/, 'L');
  const paths: BaitPaths = {
    whole: `${back}${bellyBack}Z`,
    back: `${back}L${length},0L0,0Z`,
    belly: `${belly}L${length},0L0,0Z`,
    up: Math.max(...stations.map((s) => s[1])) * length,
    down: Math.max(...stations.map((s) => s[2])) * length,
  };
  cache.set(name, paths);
  return paths;
}
