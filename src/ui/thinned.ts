/** A point of a drawing, in its own units. */
export type Point = readonly [x: number, y: number];

/** How far a point lies from the line through two others. */
function offLine([x, y]: Point, [fromX, fromY]: Point, [toX, toY]: Point): number {
  const [wide, high] = [toX - fromX, toY - fromY];
  const long = Math.hypot(wide, high);
  if (long === 0) return Math.hypot(x - fromX, y - fromY);
  return Math.abs(wide * (y - fromY) - high * (x - fromX)) / long;
}

/**
 * A line without the points that change it by no more than `most`: where it hardly bends a few do
 * (Ramer 1972, Computer Graphics and Image Processing 1; Douglas and Peucker 1973). Its ends stay.
 * @param most in the points' own units
 */
export function thinned(points: readonly Point[], most: number): Point[] {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length < 3) return [...points];
  let [furthest, off] = [0, 0];
  for (let i = 1; i < points.length - 1; i++) {
    const away = offLine(points[i]!, first, last);
    if (away > off) [furthest, off] = [i, away];
  }
  if (off <= most) return [first, last];
  const before = thinned(points.slice(0, furthest + 1), most);
  return [...before.slice(0, -1), ...thinned(points.slice(furthest), most)];
}
