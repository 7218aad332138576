import { overlapOf } from './overlap.ts';
import type { Box, Mesh, Progress } from './read.ts';
import { Cancelled } from './read.ts';
import { Groups, weld, withoutRepeats } from './weld.ts';

/** How well a mesh encloses a volume. */
export interface Closed {
  /** edges that belong to one triangle only: holes */
  open: number;
  /** edges of more than two triangles */
  crowded: number;
  /** edges both of whose triangles run the same way: turned facets */
  turned: number;
  /** facets that stand there again, the same way or turned; left out */
  repeated: number;
  /** bodies, and the volume that lies in more than one of them, file units cubed: counted once */
  bodies: number;
  overlap: number;
  /** inside out: its facets face inward, as a mirrored mesh's do */
  mirrored: boolean;
}
export interface Solid extends Box {
  /**
   * in the file's units cubed, of what is solid: twice over counts once, inside out counts the same
   */
  volume: number;
  closed: Closed;
  watertight: boolean;
}

/**
 * Counts how often each edge is walked, forward and back; facets that share an edge are of one
 * body.
 */
// One loop over millions of edges: calls within it would cost more than they tell.
// oxlint-disable-next-line complexity
function walkEdges(
  of: Uint32Array,
  triangles: number,
  tick: (share: number) => void,
): Pick<Closed, 'open' | 'crowded' | 'turned'> & { bodies: Groups } {
  const bodies = new Groups(triangles);
  let size = 1;
  while (size < triangles * 3.2) size *= 2;
  const low = new Int32Array(size).fill(-1);
  const high = new Int32Array(size);
  const forward = new Uint8Array(size);
  const back = new Uint8Array(size);
  const first = new Uint32Array(size);
  for (let triangle = 0; triangle < triangles; triangle++) {
    if ((triangle & 65535) === 0) tick(triangle / triangles);
    for (let k = 0; k < 3; k++) {
      const start = of[triangle * 3 + k]!;
      const end = of[triangle * 3 + ((k + 1) % 3)]!;
      // A needle with two corners in one place has an edge of no length: it encloses nothing and
      // opens nothing.
      if (start === end) continue;
      const [lo, hi] = start < end ? [start, end] : [end, start];
      let slot = (Math.imul(lo, 0x9e3779b1) ^ Math.imul(hi, 0x85ebca77)) >>> 0;
      slot = (slot ^ (slot >>> 13)) & (size - 1);
      while (low[slot]! >= 0 && (low[slot] !== lo || high[slot] !== hi))
        slot = (slot + 1) & (size - 1);
      if (low[slot]! < 0) first[slot] = triangle;
      else bodies.join(triangle, first[slot]!);
      low[slot] = lo;
      high[slot] = hi;
      const way = start < end ? forward : back;
      if (way[slot]! < 255) way[slot] = way[slot]! + 1;
    }
  }
  const count = { open: 0, crowded: 0, turned: 0 };
  for (let slot = 0; slot < size; slot++) {
    if (low[slot]! < 0) continue;
    const [ahead, end] = [forward[slot]!, back[slot]!];
    if (ahead + end === 1) count.open += 1;
    else if (ahead + end > 2) count.crowded += 1;
    else if (ahead !== end) count.turned += 1;
  }
  return { ...count, bodies };
}

function boxOf({ corners }: Mesh): Box {
  const low: Box['low'] = [Infinity, Infinity, Infinity];
  const high: Box['high'] = [-Infinity, -Infinity, -Infinity];
  for (let k = 0; k < corners.length; k++) {
    const axis = k % 3;
    low[axis] = Math.min(low[axis]!, corners[k]!);
    high[axis] = Math.max(high[axis]!, corners[k]!);
  }
  return { low, high };
}

/**
 * Six times the signed volume of each body: tetrahedra from one corner of the mesh's own, so that
 * no digits are lost far from the origin.
 */
function sixfold({ corners, triangles }: Mesh, body: Uint32Array, bodies: number): Float64Array {
  const six = new Float64Array(bodies);
  const [ox, oy, oz] = [corners[0]!, corners[1]!, corners[2]!];
  for (let triangle = 0; triangle < triangles; triangle++) {
    const corner = triangle * 9;
    const [ax, ay, az] = [
      corners[corner]! - ox,
      corners[corner + 1]! - oy,
      corners[corner + 2]! - oz,
    ];
    const [bx, by, bz] = [
      corners[corner + 3]! - ox,
      corners[corner + 4]! - oy,
      corners[corner + 5]! - oz,
    ];
    const [cx, cy, cz] = [
      corners[corner + 6]! - ox,
      corners[corner + 7]! - oy,
      corners[corner + 8]! - oz,
    ];
    six[body[triangle]!]! +=
      ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
  }
  return six;
}

/**
 * Volume and soundness of a mesh. Volume is the sum of signed tetrahedra (divergence theorem), what
 * lies in several bodies counted once; facets that stand there twice are left out first.
 * @param progress told the share done; answering false stops it with {@link Cancelled}
 */
export function solidOf(given: Mesh, progress?: Progress): Solid {
  const part = (from: number, to: number) => (share: number) => {
    if (progress?.(from + (to - from) * share) === false) throw new Cancelled('Stopped.');
  };
  let mesh = given;
  let of = weld(mesh, part(0, 0.4));
  let edges = walkEdges(of, mesh.triangles, part(0.4, 0.75));
  let repeated = 0;
  if (edges.crowded > 0) {
    ({ mesh, repeated } = withoutRepeats(given, of));
    if (repeated > 0) {
      of = weld(mesh, part(0.75, 0.75));
      edges = walkEdges(of, mesh.triangles, part(0.75, 0.75));
    }
  }
  const { bodies, ...closed } = edges;
  const { group: body, count } = bodies.numbered();
  const six = sixfold(mesh, body, count);
  const box = boxOf(mesh);
  const { volume, overlap } = overlapOf(mesh, body, six, { box, tick: part(0.85, 1) });
  part(0.85, 1)(1);
  const mirrored = six.reduce((all, own) => all + own, 0) < 0;
  return {
    volume,
    closed: { ...closed, repeated, bodies: count, overlap, mirrored },
    watertight: edges.open === 0 && edges.crowded === 0 && edges.turned === 0,
    ...box,
  };
}
