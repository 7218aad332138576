import type { Box, Mesh } from './read.ts';

export interface Shape {
  /** along its longest side, file units */
  length: number;
  /** largest thickness across the side view: what cools slowest */
  section: number;
  /**
   * side outline as [s, up, down] in shares of the length, about the line through its ends' middle
   */
  profile: [number, number, number][];
}

/**
 * Shape of a mesh for a mould: its length along its longest side, its side outline there, and its
 * largest section. The side view is the larger of the two across the length: baits are deeper than
 * they are wide or lie flat. Every triangle is spread over the stations it spans, its edges cut at
 * each.
 * @param stations how many along the length
 */
export function shapeOf({ corners, triangles }: Mesh, { low, high }: Box, stations = 40): Shape {
  const span = high.map((top, k) => top - low[k]!);
  const along = span.indexOf(Math.max(...span));
  const across = [0, 1, 2]
    .filter((k) => k !== along)
    .sort((one, other) => span[other]! - span[one]!);
  const [deep, thick] = [across[0]!, across[1]!];
  const count = stations + 1;
  const box = {
    up: new Float64Array(count).fill(-Infinity),
    down: new Float64Array(count).fill(Infinity),
    out: new Float64Array(count).fill(-Infinity),
    in: new Float64Array(count).fill(Infinity),
  };
  const step = span[along]! / stations;
  const put = (level: number, distance: number, width: number) => {
    if (distance > box.up[level]!) box.up[level] = distance;
    if (distance < box.down[level]!) box.down[level] = distance;
    if (width > box.out[level]!) box.out[level] = width;
    if (width < box.in[level]!) box.in[level] = width;
  };
  for (let triangle = 0; triangle < triangles; triangle++) {
    for (let k = 0; k < 3; k++) {
      const start = triangle * 9 + k * 3;
      const end = triangle * 9 + ((k + 1) % 3) * 3;
      const [pa, pb] = [
        (corners[start + along]! - low[along]!) / step,
        (corners[end + along]! - low[along]!) / step,
      ];
      const [from, to] = pa < pb ? [pa, pb] : [pb, pa];
      for (let i = Math.ceil(from - 1e-9); i <= Math.floor(to + 1e-9); i++) {
        const share = to === from ? 0 : Math.min(1, Math.max(0, (i - pa) / (pb - pa)));
        put(
          i,
          corners[start + deep]! + (corners[end + deep]! - corners[start + deep]!) * share,
          corners[start + thick]! + (corners[end + thick]! - corners[start + thick]!) * share,
        );
      }
    }
  }
  const length = span[along]!;
  const middle = (low[deep]! + high[deep]!) / 2;
  const profile = Array.from({ length: count }, (_, i): [number, number, number] => {
    const empty = box.up[i] === -Infinity;
    const round = (x: number) => Math.round(x * 1e4) / 1e4;
    return [
      i / stations,
      empty ? 0 : round(Math.max(0, (box.up[i]! - middle) / length)),
      empty ? 0 : round(Math.max(0, (middle - box.down[i]!) / length)),
    ];
  });
  let section = 0;
  for (let i = 0; i < count; i++)
    if (box.out[i]! > box.in[i]!)
      section = Math.max(section, Math.min(box.out[i]! - box.in[i]!, box.up[i]! - box.down[i]!));
  return { length, section, profile };
}
