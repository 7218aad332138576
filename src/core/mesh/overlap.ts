import type { Box, Mesh } from './read.ts';

/** Rays through the longer side of the box; the shorter has its share. */
const RAYS = 400;
/** Shared volume under this share of the whole is the rays' own error. */
const LEAST = 1e-3;

interface Crossing {
  depth: number;
  /** +1 going in, −1 coming out */
  way: number;
}

/** Boxes of the bodies, low then high corner. */
function boxesOf({ corners, triangles }: Mesh, body: Uint32Array, bodies: number): number[][] {
  const boxes = Array.from({ length: bodies }, () => [
    Infinity,
    Infinity,
    Infinity,
    -Infinity,
    -Infinity,
    -Infinity,
  ]);
  for (let triangle = 0; triangle < triangles; triangle++) {
    const box = boxes[body[triangle]!]!;
    for (let k = 0; k < 9; k++) {
      const value = corners[triangle * 9 + k]!;
      const axis = k % 3;
      if (value < box[axis]!) box[axis] = value;
      if (value > box[axis + 3]!) box[axis + 3] = value;
    }
  }
  return boxes;
}
const AXES = [0, 1, 2] as const;
const meet = (one: number[], two: number[]): boolean =>
  AXES.every((axis) => one[axis]! <= two[axis + 3]! && two[axis]! <= one[axis + 3]!);
const within = (one: number[], two: number[]): boolean =>
  AXES.every((axis) => one[axis]! >= two[axis]! && one[axis + 3]! <= two[axis + 3]!);

/**
 * Which way each body's facets count: a body turned inside out counts as its mirror, but one inside
 * another's box is a hollow in it and keeps its turn.
 */
function turns(boxes: number[][], six: Float64Array): number[] {
  const whole = Math.sign(six.reduce((all, own) => all + own, 0)) || 1;
  return boxes.map((box, i) => {
    const hollow =
      Math.sign(six[i]!) !== whole && boxes.some((other, j) => j !== i && within(box, other));
    return hollow ? whole : Math.sign(six[i]!) || 1;
  });
}

/** Crossings of a facet with the rays that run along `along`, put where they belong. */
function cross(
  corners: Float32Array,
  at: number,
  way: number,
  {
    axes,
    grid,
    put,
  }: {
    axes: { along: number; u: number; v: number };
    grid: { low: [number, number]; step: number; across: number; down: number };
    put: (ray: number, crossing: Crossing) => void;
  },
): void {
  const { along, u, v: value } = axes;

  const point = (corner: number): [number, number, number] => [
    (corners[at + corner * 3 + u]! - grid.low[0]) / grid.step,
    (corners[at + corner * 3 + value]! - grid.low[1]) / grid.step,
    corners[at + corner * 3 + along]!,
  ];
  const [first, second, third] = [point(0), point(1), point(2)];
  const area =
    (second[0] - first[0]) * (third[1] - first[1]) - (third[0] - first[0]) * (second[1] - first[1]);
  if (area === 0) return;
  const [from, to] = [
    Math.max(0, Math.ceil(Math.min(first[1], second[1], third[1]))),
    Math.min(grid.down - 1, Math.floor(Math.max(first[1], second[1], third[1]))),
  ];
  for (let row = from; row <= to; row++) {
    const [left, right] = [
      Math.max(0, Math.ceil(Math.min(first[0], second[0], third[0]))),
      Math.min(grid.across - 1, Math.floor(Math.max(first[0], second[0], third[0]))),
    ];
    for (let column = left; column <= right; column++) {
      const wb =
        ((column - first[0]) * (third[1] - first[1]) - (third[0] - first[0]) * (row - first[1])) /
        area;
      const wc =
        ((second[0] - first[0]) * (row - first[1]) - (column - first[0]) * (second[1] - first[1])) /
        area;
      if (wb < 0 || wc < 0 || wb + wc > 1) continue;
      put(row * grid.across + column, {
        depth: first[2] + wb * (second[2] - first[2]) + wc * (third[2] - first[2]),
        way: area > 0 ? -way : way,
      });
    }
  }
}

/** Lengths along one ray: counted for every body by itself, and where there is anything at all. */
function lengths(crossings: Crossing[]): { each: number; any: number } {
  const inOrder = crossings.sort((one, two) => one.depth - two.depth);
  let [inside, each, any] = [0, 0, 0];
  inOrder.forEach(({ depth, way }, i) => {
    inside += way;
    const next = inOrder[i + 1];
    if (!next) return;
    each += inside * (next.depth - depth);
    if (inside > 0) any += next.depth - depth;
  });
  // A ray that ends inside met an edge or a hole: it tells nothing.
  return inside === 0 ? { each, any } : { each: 0, any: 0 };
}

/**
 * Volume of what several bodies enclose together. Bodies apart are the sum of their own; where
 * their boxes meet, rays along the thinnest side tell how much lies in more than one, and that is
 * taken off the exact sum once.
 * @param six six times each body's signed volume
 */
export function overlapOf(
  mesh: Mesh,
  body: Uint32Array,
  six: Float64Array,
  { box, tick }: { box: Box; tick: (share: number) => void },
): { volume: number; overlap: number } {
  const { low, high } = box;

  tick(0);
  const boxes = boxesOf(mesh, body, six.length);
  const turn = turns(boxes, six);
  const sum = Math.abs(six.reduce((all, own, i) => all + own * turn[i]!, 0)) / 6;
  const order = boxes.map((_, i) => i).sort((one, j) => boxes[one]![0]! - boxes[j]![0]!);
  const met = order.some((i, k) => {
    for (const j of order.slice(k + 1)) {
      if (boxes[j]![0]! > boxes[i]![3]!) return false;
      if (meet(boxes[i]!, boxes[j]!)) return true;
    }
    return false;
  });
  if (!met) return { volume: sum, overlap: 0 };

  const span = high.map((top, k) => top - low[k]!);
  const along = span.indexOf(Math.min(...span));
  const [across, value] = [(along + 1) % 3, (along + 2) % 3];
  const step = Math.max(span[across]!, span[value]!) / RAYS;
  // Rays lie beside round figures, where corners and edges of drawn bodies are.
  const grid = {
    low: [low[across]! + step * 0.317, low[value]! + step * 0.289] as [number, number],
    step,
    across: Math.ceil(span[across]! / step) + 1,
    down: Math.ceil(span[value]! / step) + 1,
  };
  const rays: Crossing[][] = [];
  for (let triangle = 0; triangle < mesh.triangles; triangle++) {
    if ((triangle & 65535) === 0) tick(triangle / mesh.triangles);
    cross(mesh.corners, triangle * 9, turn[body[triangle]!]!, {
      axes: { along, u: across, v: value },
      grid,
      put: (ray, crossing) => (rays[ray] ??= []).push(crossing),
    });
  }
  const shared =
    rays.reduce((all, ray) => {
      const { each, any } = lengths(ray);
      return all + (each - any);
    }, 0) *
    step *
    step;
  return shared > LEAST * sum
    ? { volume: sum - shared, overlap: shared }
    : { volume: sum, overlap: 0 };
}
