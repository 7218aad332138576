import type { Xyz } from './observer.ts';
import { BANDS, WEIGHTS, WHITE } from './observer.ts';
import { even } from './laminate.ts';
import { solve } from './solve.ts';

/**
 * Darker or lighter than this (share of white's Y) nothing smooth is told apart: an even spectrum
 * is given.
 */
const ENDS = { black: 1e-4, white: 0.9999 } as const;
const ROUNDS = 60;
const CLOSE = 1e-8;

/** Where Newton's method stands: the curve's hyperbolic arctangents, and what pulls at them. */
interface Curve {
  z: number[];
  pull: number[];
}
const shareOf = (x: number): number => (Math.tanh(x) + 1) / 2;
/** Tristimulus values of a curve, one of them. */
const seen = (z: readonly number[], axis: number): number =>
  z.reduce((sum, x, band) => sum + shareOf(x) * WEIGHTS[band]![axis]!, 0);
/** Bands beside each. */
const BESIDE = Array.from({ length: BANDS }, (_, band) =>
  [band - 1, band + 1].filter((other) => other >= 0 && other < BANDS),
);

/** The Lagrangian's own equations round a curve: one a band for its slope, one for each of XYZ. */
function newton({ z, pull }: Curve, xyz: Xyz): { rows: number[][]; right: number[]; off: number } {
  const slope = z.map((x) => 1 / Math.cosh(x) ** 2 / 2);
  const rows: number[][] = [];
  const right: number[] = [];
  for (let band = 0; band < BANDS; band++) {
    const weights = WEIGHTS[band]!;
    const drag = weights[0] * pull[0]! + weights[1] * pull[1]! + weights[2] * pull[2]!;
    const row = new Array<number>(BANDS + 3).fill(0);
    const others = BESIDE[band]!;
    for (const other of others) row[other] = -2;
    row[band] = 2 * others.length - 2 * slope[band]! * Math.tanh(z[band]!) * drag;
    for (let axis = 0; axis < 3; axis++) row[BANDS + axis] = slope[band]! * weights[axis]!;
    rows.push(row);
    const bends = others.reduce((sum, other) => sum + 2 * (z[band]! - z[other]!), 0);
    right.push(-(bends + slope[band]! * drag));
  }
  const missing = xyz.map((wanted, axis) => wanted - seen(z, axis));
  missing.forEach((miss, axis) => {
    const row = slope.map((steep, band) => steep * WEIGHTS[band]![axis]!);
    rows.push([...row, 0, 0, 0]);
    right.push(miss);
  });
  return { rows, right, off: Math.max(...missing.map(Math.abs)) };
}

/**
 * A smooth reflectance with these tristimulus values under D65: of all between black and white the
 * one whose hyperbolic arctangent has the least slope, by Newton's method on the Lagrangian.
 * @see S. A. Burns 2020, Numerical methods for smoothest reflectance reconstruction, *Color
 * Research & Application* 45, 8–21
 * @returns shares, one a band; null where no reflectance has that colour
 */
export function reflectanceOf(xyz: Xyz): number[] | null {
  if (xyz[1] <= ENDS.black) return even(ENDS.black);
  if (xyz.every((value, i) => value >= ENDS.white * WHITE[i]!)) return even(ENDS.white);
  const z = new Array<number>(BANDS).fill(0);
  const pull = [0, 0, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const { rows, right, off } = newton({ z, pull }, xyz);
    const step = solve(rows, right);
    const far = Math.max(...step.slice(0, BANDS).map(Math.abs));
    if (!Number.isFinite(far)) return null;
    // Far from the answer Newton overshoots: its steps are shortened.
    const share = Math.min(1, 1.5 / far);
    for (let i = 0; i < BANDS; i++) z[i]! += share * step[i]!;
    for (let axis = 0; axis < 3; axis++) pull[axis]! += share * step[BANDS + axis]!;
    if (off < CLOSE && far < 1e-6) return z.map(shareOf);
  }
  const miss = xyz.map((wanted, axis) => Math.abs(wanted - seen(z, axis)));
  return Math.max(...miss) < 1e-5 ? z.map(shareOf) : null;
}
