import type { Mesh, Progress } from './read.ts';
import { Cancelled } from './read.ts';

/** How well a mesh encloses a volume. */
export interface Closed {
  /** edges that belong to one triangle only: holes */
  open: number;
  /** edges of more than two triangles */
  crowded: number;
  /** edges both of whose triangles run the same way: turned facets */
  turned: number;
  /** every facet stands there twice */
  doubled: boolean;
  /** inside out: its facets face inward, as a mirrored mesh's do */
  mirrored: boolean;
}
export interface Solid {
  /** in the file's units cubed, of the body itself: twice over counts once, inside out counts the same */
  volume: number;
  closed: Closed;
  watertight: boolean;
  /** corners of the box it lies in */
  low: [number, number, number];
  high: [number, number, number];
}

/** Numbers corners that lie in one place alike: open addressing on their bits, no string in sight. */
function weld({ corners, triangles }: Mesh, tick: (share: number) => void): Uint32Array {
  const n = triangles * 3;
  let size = 1;
  while (size < n * 2) size *= 2;
  const table = new Int32Array(size).fill(-1);
  const bits = new Uint32Array(corners.buffer, corners.byteOffset, corners.length);
  const of = new Uint32Array(n);
  for (let v = 0; v < n; v++) {
    if ((v & 131071) === 0) tick(v / n);
    const b = v * 3;
    // −0 and 0 are one place.
    for (let k = 0; k < 3; k++) if (corners[b + k] === 0) corners[b + k] = 0;
    let h = (Math.imul(bits[b]!, 0x9e3779b1) ^ Math.imul(bits[b + 1]!, 0x85ebca77) ^ Math.imul(bits[b + 2]!, 0xc2b2ae3d)) >>> 0;
    h = (h ^ (h >>> 15)) & (size - 1);
    for (;;) {
      const held = table[h]!;
      if (held < 0) {
        table[h] = v;
        of[v] = v;
        break;
      }
      const c = held * 3;
      if (bits[c] === bits[b] && bits[c + 1] === bits[b + 1] && bits[c + 2] === bits[b + 2]) {
        of[v] = held;
        break;
      }
      h = (h + 1) & (size - 1);
    }
  }
  return of;
}

/** Counts how often each edge is walked, forward and back. */
function walkEdges(of: Uint32Array, triangles: number, tick: (share: number) => void): Omit<Closed, 'mirrored'> {
  let size = 1;
  while (size < triangles * 3.2) size *= 2;
  const low = new Int32Array(size).fill(-1);
  const high = new Int32Array(size);
  const forward = new Uint8Array(size);
  const back = new Uint8Array(size);
  for (let t = 0; t < triangles; t++) {
    if ((t & 65535) === 0) tick(t / triangles);
    for (let k = 0; k < 3; k++) {
      const a = of[t * 3 + k]!;
      const b = of[t * 3 + ((k + 1) % 3)]!;
      // A needle with two corners in one place has an edge of no length: it encloses nothing and opens nothing.
      if (a === b) continue;
      const [lo, hi] = a < b ? [a, b] : [b, a];
      let h = (Math.imul(lo, 0x9e3779b1) ^ Math.imul(hi, 0x85ebca77)) >>> 0;
      h = (h ^ (h >>> 13)) & (size - 1);
      while (low[h]! >= 0 && (low[h] !== lo || high[h] !== hi)) h = (h + 1) & (size - 1);
      low[h] = lo;
      high[h] = hi;
      const way = a < b ? forward : back;
      if (way[h]! < 255) way[h] = way[h]! + 1;
    }
  }
  let open = 0;
  let crowded = 0;
  let turned = 0;
  let edges = 0;
  let twice = 0;
  for (let h = 0; h < size; h++) {
    if (low[h]! < 0) continue;
    edges += 1;
    const [f, b] = [forward[h]!, back[h]!];
    if (f + b === 4) twice += 1;
    if (f + b === 1) open += 1;
    else if (f + b > 2) crowded += 1;
    else if (f !== b) turned += 1;
  }
  const doubled = edges > 0 && twice === edges;
  return { open, crowded: doubled ? 0 : crowded, turned, doubled };
}

/**
 * Volume and soundness of a mesh. Volume is the sum of signed tetrahedra from one point of it (divergence
 * theorem); taken from a corner of its own, so that a mesh far from the origin loses no digits.
 * @param progress told the share done; answering false stops it with {@link Cancelled}
 */
export function solidOf(mesh: Mesh, progress?: Progress): Solid {
  const { corners, triangles } = mesh;
  const part = (from: number, to: number) => (share: number) => {
    if (progress?.(from + (to - from) * share) === false) throw new Cancelled('Stopped.');
  };
  const of = weld(mesh, part(0, 0.45));
  const edges = walkEdges(of, triangles, part(0.45, 0.85));
  const low: Solid['low'] = [Infinity, Infinity, Infinity];
  const high: Solid['high'] = [-Infinity, -Infinity, -Infinity];
  const [ox, oy, oz] = [corners[0]!, corners[1]!, corners[2]!];
  const tick = part(0.85, 1);
  let six = 0;
  for (let t = 0; t < triangles; t++) {
    if ((t & 65535) === 0) tick(t / triangles);
    const c = t * 9;
    for (let k = 0; k < 9; k++) {
      const v = corners[c + k]!;
      const axis = k % 3;
      if (v < low[axis]!) low[axis] = v;
      if (v > high[axis]!) high[axis] = v;
    }
    const [ax, ay, az] = [corners[c]! - ox, corners[c + 1]! - oy, corners[c + 2]! - oz];
    const [bx, by, bz] = [corners[c + 3]! - ox, corners[c + 4]! - oy, corners[c + 5]! - oz];
    const [cx, cy, cz] = [corners[c + 6]! - ox, corners[c + 7]! - oy, corners[c + 8]! - oz];
    six += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }
  const volume = Math.abs(six) / 6 / (edges.doubled ? 2 : 1);
  return { volume, closed: { ...edges, mirrored: six < 0 }, watertight: edges.open === 0 && edges.crowded === 0 && edges.turned === 0, low, high };
}
