import type { Stations } from './shape.ts';

/** A photograph: rows of red, green, blue and opacity, 0 to 255. */
export interface Photograph {
  width: number;
  height: number;
  data: ArrayLike<number>;
}
export type Silhouette = { ok: true; profile: Stations } | { ok: false; message: string };

/** Points an outline is told by, from nose to tail. */
const STATIONS = 41;
/** Least a bait differs from its ground, of 255, and least share of the picture it takes. */
const LEAST = { apart: 24, share: 0.005 } as const;
/** Share of the front and of the back by which nose and tail are told apart: a nose is deeper. */
const END = 0.4;

const middleOf = (values: number[]): number =>
  values.sort((one, other) => one - other)[values.length >> 1] ?? 0;

/** How far each point is from the colour of the frame round the picture, 0 to 255. */
function offGround({ width, height, data }: Photograph): Uint8Array {
  const frame: number[] = [];
  for (let x = 0; x < width; x++) frame.push(x, (height - 1) * width + x);
  for (let y = 0; y < height; y++) frame.push(y * width, y * width + width - 1);
  const ground = [0, 1, 2].map((band) => middleOf(frame.map((at) => data[4 * at + band]!)));
  return Uint8Array.from({ length: width * height }, (_, at) =>
    Math.min(255, Math.hypot(...ground.map((own, band) => data[4 * at + band]! - own))),
  );
}

/**
 * The figure that parts a picture's two kinds of points best, and how far their means lie apart
 * (Otsu 1979, IEEE Transactions on Systems, Man and Cybernetics 9).
 */
function parting(off: Uint8Array): { at: number; apart: number } {
  const counts = new Float64Array(256);
  for (const value of off) counts[value]! += 1;
  const all = counts.reduce((sum, count, value) => sum + count * value, 0);
  let [under, sum, best, at, apart] = [0, 0, -1, 0, 0];
  for (let value = 0; value < 255; value++) {
    under += counts[value]!;
    sum += counts[value]! * value;
    const over = off.length - under;
    if (under === 0 || over === 0) continue;
    const gap = (all - sum) / over - sum / under;
    const between = under * over * gap * gap;
    if (between > best) [best, at, apart] = [between, value, gap];
  }
  return { at, apart };
}

/** The largest piece of what is over a figure, as the points it holds. */
function largest(off: Uint8Array, width: number, over: number): Int32Array {
  const seen = new Uint8Array(off.length);
  const stack = new Int32Array(off.length);
  let best = new Int32Array(0);
  for (let start = 0; start < off.length; start++) {
    if (seen[start] || off[start]! <= over) continue;
    let [read, written] = [0, 1];
    stack[0] = start;
    seen[start] = 1;
    while (read < written) {
      const here = stack[read++]!;
      const column = here % width;
      for (const next of [
        here - width,
        here + width,
        column > 0 ? here - 1 : -1,
        column < width - 1 ? here + 1 : -1,
      ])
        if (next >= 0 && next < off.length && !seen[next] && off[next]! > over) {
          seen[next] = 1;
          stack[written++] = next;
        }
    }
    if (written > best.length) best = stack.slice(0, written);
  }
  return best;
}

/** Points along the longest way through a piece, and across it, from its middle. */
function laidAlong(piece: Int32Array, width: number): { along: number; across: number }[] {
  const points = Array.from(piece, (at) => ({ x: at % width, y: Math.floor(at / width) }));
  const mean = (of: (point: { x: number; y: number }) => number): number =>
    points.reduce((sum, point) => sum + of(point), 0) / points.length;
  const middle = { x: mean(({ x }) => x), y: mean(({ y }) => y) };
  const xx = mean(({ x }) => (x - middle.x) ** 2);
  const yy = mean(({ y }) => (y - middle.y) ** 2);
  const xy = mean(({ x, y }) => (x - middle.x) * (y - middle.y));
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return points.map(({ x, y }) => ({
    along: (x - middle.x) * cos + (y - middle.y) * sin,
    across: (y - middle.y) * cos - (x - middle.x) * sin,
  }));
}

/** The other end first. */
export const endForEnd = (profile: Stations): Stations =>
  profile.map(([along, up, down]) => [1 - along, up, down] as const).reverse();
/** Back for belly. */
export const turnedOver = (profile: Stations): Stations =>
  profile.map(([along, up, down]) => [along, down, up] as const);

const depth = (profile: Stations, from: number, to: number): number =>
  profile.reduce(
    (sum, [along, up, down]) => (along >= from && along <= to ? sum + up + down : sum),
    0,
  );

/**
 * The side outline of a bait from a photograph of it on a plain ground: what differs from the ground,
 * along its longest way, its deeper end first, in shares of its length.
 * @returns a sentence where no bait stands out, or it runs off the picture
 */
export function silhouetteOf(photograph: Photograph): Silhouette {
  const { width, height } = photograph;
  const off = offGround(photograph);
  const { at: over, apart } = parting(off);
  const piece = largest(off, width, over);
  if (apart < LEAST.apart || piece.length < LEAST.share * off.length)
    return {
      ok: false,
      message: 'No bait stands out there. Lay it on a plain ground of another colour.',
    };
  const onEdge = piece.some((at) => {
    const [x, y] = [at % width, Math.floor(at / width)];
    return x === 0 || y === 0 || x === width - 1 || y === height - 1;
  });
  if (onEdge)
    return { ok: false, message: 'It runs off the picture. Leave some ground all round it.' };
  const points = laidAlong(piece, width);
  let [from, to] = [Infinity, -Infinity];
  for (const { along } of points) [from, to] = [Math.min(from, along), Math.max(to, along)];
  const length = to - from + 1;
  const most = Array.from({ length: STATIONS }, () => ({ up: 0, down: 0 }));
  for (const { along, across } of points) {
    const here = most[Math.round(((along - from) / length) * (STATIONS - 1))]!;
    here.up = Math.max(here.up, -across + 0.5);
    here.down = Math.max(here.down, across + 0.5);
  }
  const share = (figure: number): number => Math.round((figure / length) * 1e4) / 1e4;
  const profile: Stations = most.map(
    ({ up, down }, nth) => [nth / (STATIONS - 1), share(up), share(down)] as const,
  );
  const backwards = depth(profile, 0, END) < depth(profile, 1 - END, 1);
  return { ok: true, profile: backwards ? endForEnd(profile) : profile };
}
