import type { Xyz } from './observer.ts';
import { BANDS, WEIGHTS, WHITE } from './observer.ts';
import { even } from './laminate.ts';

/**
 * Darker or lighter than this (share of white's Y) nothing smooth is told apart: an even spectrum
 * is given.
 */
const ENDS = { black: 1e-4, white: 0.9999 } as const;
const ROUNDS = 60;
const CLOSE = 1e-8;

/** Solves a x = b by elimination with pivoting; both are changed. */
function solve(a: number[][], b: number[]): number[] {
  const count = b.length;
  for (let c = 0; c < count; c++) {
    let p = c;
    for (let r = c + 1; r < count; r++) if (Math.abs(a[r]![c]!) > Math.abs(a[p]![c]!)) p = r;
    [a[c], a[p]] = [a[p]!, a[c]!];
    [b[c], b[p]] = [b[p]!, b[c]!];
    const pivot = a[c]![c]! || 1e-30;
    for (let r = c + 1; r < count; r++) {
      const f = a[r]![c]! / pivot;
      if (f === 0) continue;
      for (let k = c; k < count; k++) a[r]![k]! -= f * a[c]![k]!;
      b[r]! -= f * b[c]!;
    }
  }
  for (let r = count - 1; r >= 0; r--) {
    let sum = b[r]!;
    for (let k = r + 1; k < count; k++) sum -= a[r]![k]! * b[k]!;
    b[r] = sum / (a[r]![r]! || 1e-30);
  }
  return b;
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
    const slope = z.map((x) => 1 / Math.cosh(x) ** 2 / 2);
    const bend = z.map((x, i) => -2 * slope[i]! * Math.tanh(x));
    const drag = WEIGHTS.map(
      (weight) => weight[0] * pull[0]! + weight[1] * pull[1]! + weight[2] * pull[2]!,
    );
    const a: number[][] = [];
    const right: number[] = [];
    for (let i = 0; i < BANDS; i++) {
      const row = new Array<number>(BANDS + 3).fill(0);
      const ends = (i > 0 ? 1 : 0) + (i < BANDS - 1 ? 1 : 0);
      if (i > 0) row[i - 1] = -2;
      if (i < BANDS - 1) row[i + 1] = -2;
      row[i] = 2 * ends + bend[i]! * drag[i]!;
      for (let c = 0; c < 3; c++) row[BANDS + c] = slope[i]! * WEIGHTS[i]![c]!;
      a.push(row);
      right.push(
        -(
          2 * ends * z[i]! -
          (i > 0 ? 2 * z[i - 1]! : 0) -
          (i < BANDS - 1 ? 2 * z[i + 1]! : 0) +
          slope[i]! * drag[i]!
        ),
      );
    }
    let off = 0;
    for (let c = 0; c < 3; c++) {
      const row = new Array<number>(BANDS + 3).fill(0);
      let have = 0;
      for (let i = 0; i < BANDS; i++) {
        row[i] = slope[i]! * WEIGHTS[i]![c]!;
        have += ((Math.tanh(z[i]!) + 1) / 2) * WEIGHTS[i]![c]!;
      }
      a.push(row);
      right.push(xyz[c]! - have);
      off = Math.max(off, Math.abs(xyz[c]! - have));
    }
    const step = solve(a, right);
    const far = Math.max(...step.slice(0, BANDS).map(Math.abs));
    if (!Number.isFinite(far)) return null;
    // Far from the answer Newton overshoots: its steps are shortened.
    const share = Math.min(1, 1.5 / far);
    for (let i = 0; i < BANDS; i++) z[i]! += share * step[i]!;
    for (let c = 0; c < 3; c++) pull[c]! += share * step[BANDS + c]!;
    if (off < CLOSE && far < 1e-6) return z.map((x) => (Math.tanh(x) + 1) / 2);
  }
  const made = z.map((x) => (Math.tanh(x) + 1) / 2);
  const miss = [0, 1, 2].map((c) =>
    Math.abs(xyz[c]! - made.reduce((sum, r, i) => sum + r * WEIGHTS[i]![c]!, 0)),
  );
  return Math.max(...miss) < 1e-5 ? made : null;
}
