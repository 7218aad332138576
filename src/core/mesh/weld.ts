import type { Mesh } from './read.ts';

/** Numbers corners that lie in one place alike: open addressing on their bits, no string in sight. */
export function weld({ corners, triangles }: Mesh, tick: (share: number) => void): Uint32Array {
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
    let h =
      (Math.imul(bits[b]!, 0x9e3779b1) ^
        Math.imul(bits[b + 1]!, 0x85ebca77) ^
        Math.imul(bits[b + 2]!, 0xc2b2ae3d)) >>>
      0;
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

/**
 * Facets that stand there once: of those that share their three corners, whichever way they run, the first is kept.
 * @returns the mesh without the rest, and how many those were
 */
export function withoutRepeats(mesh: Mesh, of: Uint32Array): { mesh: Mesh; repeated: number } {
  const seen = new Set<string>();
  const kept: number[] = [];
  for (let t = 0; t < mesh.triangles; t++) {
    const key = [of[t * 3]!, of[t * 3 + 1]!, of[t * 3 + 2]!].sort((a, b) => a - b).join();
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(t);
  }
  if (kept.length === mesh.triangles) return { mesh, repeated: 0 };
  const corners = new Float32Array(kept.length * 9);
  kept.forEach((t, i) => corners.set(mesh.corners.subarray(t * 9, t * 9 + 9), i * 9));
  return { mesh: { corners, triangles: kept.length }, repeated: mesh.triangles - kept.length };
}

/** Things joined into groups: union–find with path halving. */
export class Groups {
  private readonly parent: Uint32Array;
  constructor(size: number) {
    this.parent = Uint32Array.from({ length: size }, (_, i) => i);
  }
  private root(of: number): number {
    let at = of;
    while (this.parent[at] !== at) at = this.parent[at] = this.parent[this.parent[at]!]!;
    return at;
  }
  join(one: number, two: number): void {
    this.parent[this.root(one)] = this.root(two);
  }
  /** The group of each, numbered from 0, and how many there are. */
  numbered(): { group: Uint32Array; count: number } {
    const numbers = new Map<number, number>();
    const group = this.parent.map((_, i) => {
      const root = this.root(i);
      if (!numbers.has(root)) numbers.set(root, numbers.size);
      return numbers.get(root)!;
    });
    return { group, count: numbers.size };
  }
}
