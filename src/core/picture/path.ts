import { normal } from '../chance.ts';

/**
 * Drawings are in four-thousandths of the bait's length, whole numbers: short, and sharp at any
 * size.
 */
export const GRAIN = 4000;

const put = (count: number): string => String(Math.round(count));
/** A closed path through points in mm, y upwards, as the drawing has it. */
export const closed = (points: readonly (readonly [number, number])[], length: number): string =>
  `M${points.map(([x, y]) => `${put((x * GRAIN) / length)} ${put((-y * GRAIN) / length)}`).join('L')}Z`;

/** Even steps from one share to another, as fine as the whole bait in `steps`. */
export const between = (from: number, to: number, steps = 64): number[] => {
  const count = Math.max(2, Math.ceil((to - from) * steps));
  return Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count);
};

/** Strips along s of where an upper edge is above a lower one: a region may come in several. */
export function strips(
  at: readonly number[],
  upper: (along: number) => number,
  lower: (along: number) => number,
): { s: number; u: number; l: number }[][] {
  const out: { s: number; u: number; l: number }[][] = [];
  let open: { s: number; u: number; l: number }[] = [];
  const close = () => {
    if (open.length > 1) out.push(open);
    open = [];
  };
  // Where it opens or closes between two steps is found by halving.
  const cross = (from: number, to: number): number => {
    const apart = upper(to) > lower(to);
    for (let i = 0; i < 12; i++) {
      const middle = (from + to) / 2;
      if (upper(middle) > lower(middle) === apart) to = middle;
      else from = middle;
    }
    return (from + to) / 2;
  };
  at.forEach((along, i) => {
    const [above, below] = [upper(along), lower(along)];
    const before = i > 0 ? at[i - 1]! : null;
    const was = open.length > 0;
    if (above > below) {
      if (!was && before !== null) {
        const crossing = cross(before, along);
        const middle = (upper(along) + lower(along)) / 2;
        open.push({ s: crossing, u: middle, l: middle });
      }
      open.push({ s: along, u: above, l: below });
    } else if (was) {
      const crossing = cross(before!, along);
      const last = open.at(-1)!;
      open.push({ s: crossing, u: (last.u + last.l) / 2, l: (last.u + last.l) / 2 });
      close();
    }
  });
  close();
  return out;
}

/**
 * A Poisson count: by its limit for many (NIST handbook §6.3.3.1), by multiplying for few (Knuth).
 */
export function poisson(mean: number, next: () => number): number {
  if (mean > 60) {
    return Math.max(0, Math.round(normal(next, mean, Math.sqrt(mean))));
  }
  const least = Math.exp(-mean);
  let count = 0;
  for (let volume = next(); volume > least; volume *= next()) count += 1;
  return count;
}
