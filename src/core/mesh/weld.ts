import type { Mesh } from './read.ts';

/**
 * Numbers corners that lie in one place alike: open addressing on their bits, no string in sight.
 */
export function weld({ corners, triangles }: Mesh, tick: (share: number) => void): Uint32Array {
  const count = triangles * 3;
  let size = 1;
  while (size < count * 2) size *= 2;
  const table = new Int32Array(size).fill(-1);
  const bits = new Uint32Array(corners.buffer, corners.byteOffset, corners.length);
  const of = new Uint32Array(count);
  for (let value = 0; value < count; value++) {
    if ((value & 131071) === 0) tick(value / count);
    const place = value * 3;
    // −0 and 0 are one place.
    for (let k = 0; k < 3; k++) if (corners[place + k] === 0) corners[place + k] = 0;
    let slot =
      (Math.imul(bits[place]!, 0x9e3779b1) ^
        Math.imul(bits[place + 1]!, 0x85ebca77) ^
        Math.imul(bits[place + 2]!, 0xc2b2ae3d)) >>>
      0;
    slot = (slot ^ (slot >>> 15)) & (size - 1);
    for (;;) {
      const held = table[slot]!;
      if (held < 0) {
        table[slot] = value;
        of[value] = value;
        break;
      }
      const corner = held * 3;
      if (
        bits[corner] === bits[place] &&
        bits[corner + 1] === bits[place + 1] &&
        bits[corner + 2] === bits[place + 2]
      ) {
        of[value] = held;
        break;
      }
      slot = (slot + 1) & (size - 1);
    }
  }
  return of;
}

/**
 * Facets that stand there once: of those that share their three corners, whichever way they run,
 * the first is kept.
 * @returns the mesh without the rest, and how many those were
 */
export function withoutRepeats(mesh: Mesh, of: Uint32Array): { mesh: Mesh; repeated: number } {
  const seen = new Set<string>();
  const kept: number[] = [];
  for (let triangle = 0; triangle < mesh.triangles; triangle++) {
    const key = [of[triangle * 3]!, of[triangle * 3 + 1]!, of[triangle * 3 + 2]!]
      .sort((one, other) => one - other)
      .join();
    if (seen.has(key)) continue;
    seen.add(key);
    kept.push(triangle);
  }
  if (kept.length === mesh.triangles) return { mesh, repeated: 0 };
  const corners = new Float32Array(kept.length * 9);
  kept.forEach((triangle, i) =>
    corners.set(mesh.corners.subarray(triangle * 9, triangle * 9 + 9), i * 9),
  );
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
