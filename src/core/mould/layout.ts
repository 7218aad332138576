import { OUTLINES } from './outline.ts';
import type { Cavity, Mould } from './schema.ts';

type Point = [number, number];
type Placed = Pick<Cavity, 'n' | 'x' | 'y' | 'turn' | 'length' | 'outline' | 'profile'>;

/**
 * The side outline of a cavity where it lies in the mould, mm from its top left corner, once round.
 */
export function outlineOf({ x, y, turn, length, outline, profile }: Placed): Point[] {
  const stations = profile ?? OUTLINES[outline].stations;
  const above = stations.map(([stationKey, up]): Point => [
    (stationKey - 0.5) * length,
    -up * length,
  ]);
  const below = stations
    .map(([along, , down]): Point => [(along - 0.5) * length, down * length])
    .reverse();
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return [...above, ...below].map(([along, value]): Point => [
    x + along * cos - value * sin,
    y + along * sin + value * cos,
  ]);
}

const side = (point: Point, other: Point, third: Point): number =>
  (other[0] - point[0]) * (third[1] - point[1]) - (other[1] - point[1]) * (third[0] - point[0]);
const crosses = (point: Point, other: Point, from: Point, to: Point): boolean =>
  side(point, other, from) * side(point, other, to) < 0 &&
  side(from, to, point) * side(from, to, other) < 0;

/** Whether a point lies in a polygon: an odd number of its edges to one side (Shimrat 1962). */
function inside(polygon: Point[], [x, y]: Point): boolean {
  return polygon.reduce((odd, [x1, y1], i) => {
    const [x2, y2] = polygon[(i + 1) % polygon.length]!;
    return y1 > y !== y2 > y && x < x1 + ((y - y1) / (y2 - y1)) * (x2 - x1) ? !odd : odd;
  }, false);
}

const middle = (of: Point[]): Point => [
  of.reduce((sum, point) => sum + point[0], 0) / of.length,
  of.reduce((sum, point) => sum + point[1], 0) / of.length,
];

/** An outline with the upright rectangle it lies in. */
interface Laid {
  outline: Point[];
  low: Point;
  high: Point;
}
function laid(outline: Point[]): Laid {
  const [along, down] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
  return {
    outline,
    low: [Math.min(...along), Math.min(...down)],
    high: [Math.max(...along), Math.max(...down)],
  };
}
const apart = (one: Laid, two: Laid): boolean =>
  one.high[0] < two.low[0] ||
  two.high[0] < one.low[0] ||
  one.high[1] < two.low[1] ||
  two.high[1] < one.low[1];

/** Whether any edge of one outline crosses an edge of another. */
function cut(one: Point[], two: Point[]): boolean {
  let point = one.at(-1)!;
  for (const other of one) {
    let from = two.at(-1)!;
    for (const to of two) {
      if (crosses(point, other, from, to)) return true;
      from = to;
    }
    point = other;
  }
  return false;
}

const overlap = (one: Laid, two: Laid): boolean =>
  !apart(one, two) &&
  (cut(one.outline, two.outline) ||
    inside(one.outline, middle(two.outline)) ||
    inside(two.outline, middle(one.outline)));

const list = (numbers: number[]): string =>
  numbers.length > 1 ? `${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}` : `${numbers[0]}`;

/**
 * What is wrong with how cavities lie, a sentence each: outside the mould, or in one another. Empty
 * = they fit. A top-fed or open one may reach to its edge.
 */
export function layoutFaults({
  width,
  height,
  cavities,
}: Pick<Mould, 'width' | 'height' | 'cavities'>): string[] {
  const outlines = cavities.map((cavity) => laid(outlineOf(cavity)));
  const outside = cavities
    .filter((_, i) => {
      const { low, high } = outlines[i]!;
      return low[0] < -1e-6 || low[1] < -1e-6 || high[0] > width + 1e-6 || high[1] > height + 1e-6;
    })
    .map((cavity) => cavity.n);
  const pairs = cavities.flatMap((one, i) =>
    cavities
      .slice(i + 1)
      .flatMap((two, k) =>
        overlap(outlines[i]!, outlines[i + 1 + k]!) ? [[one.n, two.n] as const] : [],
      ),
  );
  return [
    ...(outside.length > 0
      ? [
          `${outside.length === 1 ? 'Cavity' : 'Cavities'} ${list(outside)} ` +
            `${outside.length === 1 ? 'lies' : 'lie'} outside the mould. Make it larger, the bait ` +
            'shorter, or lay them in other rows.',
        ]
      : []),
    ...(pairs.length > 0
      ? [
          `${
            pairs.length === 1
              ? `Cavities ${list([...pairs[0]!])} lie`
              : `Cavities ${pairs
                  .slice(0, 3)
                  .map((pair) => list([...pair]))
                  .join('; ')}${pairs.length > 3 ? '; and more' : ''} lie`
          } in one another. Make the mould larger, or lay them in other rows.`,
        ]
      : []),
  ];
}

/**
 * Cavities in rows, evenly over a mould, a little towards the end that is fed; each keeps what it
 * is.
 */
export function layOut(
  mould: Pick<Mould, 'width' | 'height' | 'cavities'>,
  count: number,
  rows: number,
): Cavity[] {
  const first = mould.cavities[0]!;
  const columns = Math.ceil(count / rows);
  return Array.from({ length: count }, (_, i) => ({
    ...(mould.cavities[i] ?? first),
    n: i + 1,
    x: Math.round(mould.width * (((i % columns) + 0.5) / columns) * 0.92 + mould.width * 0.05),
    y: Math.round(mould.height * ((Math.floor(i / columns) + 0.5) / rows)),
  }));
}
