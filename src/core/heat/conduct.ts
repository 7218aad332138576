import { type Section, type Grid, lay } from './section.ts';
import { PLASTIC } from './constants.ts';
import { PLASTISOL } from '../material/plastisol.ts';
export interface Cooling {
  /** s, °C */
  at: number[];
  mean: number[];
  centre: number[];
  skin: number[];
  metal: number[];
  /** share of the plastic too cold to flow */
  stiff: number[];
  /**
   * J/m² (slab) or J/m per radian (round) in plastic and what lies against it, less what the room
   * and what holds a rod took: constant
   */
  energy: number[];
}

/**
 * What is looked at as it cools; `heat` of cells of equal width from the middle to the skin, °C,
 * good until the next look.
 */
export interface Look {
  at: number;
  mean: number;
  centre: number;
  heat: Float64Array;
}

/**
 * One step of θ-weighted implicit conduction: θ = 1 backward Euler, ½ Crank–Nicolson. Thomas's
 * algorithm.
 */
function step(grid: Grid, dt: number, theta: number, scratch: Float64Array): number {
  const count = grid.heat.length;
  const { heat, link, capacity } = grid;
  const flow = (cell: number) =>
    cell + 1 < count
      ? link[cell]! * (heat[cell + 1]! - heat[cell]!)
      : grid.worldLink * (grid.world - heat[cell]!);
  const drain = (cell: number) => (cell < grid.from ? grid.drain * capacity[cell]! : 0);
  const leaves = () => {
    let all = grid.worldLink * (heat[count - 1]! - grid.world);
    for (let i = 0; i < grid.from; i++) all += drain(i) * (heat[i]! - grid.drainTo);
    return all;
  };
  const before = leaves();
  const right = new Float64Array(count);
  for (let i = 0; i < count; i++)
    right[i] =
      (capacity[i]! / dt) * heat[i]! +
      (1 - theta) * (flow(i) - (i > 0 ? flow(i - 1) : 0) - drain(i) * (heat[i]! - grid.drainTo)) +
      theta * drain(i) * grid.drainTo +
      (i === count - 1 ? theta * grid.worldLink * grid.world : 0);
  let pivot = 0;
  for (let i = 0; i < count; i++) {
    const up = i + 1 < count ? link[i]! : grid.worldLink;
    const down = i > 0 ? link[i - 1]! : 0;
    const diagonal = capacity[i]! / dt + theta * (up + down + drain(i));
    pivot = i === 0 ? diagonal : diagonal - theta * down * scratch[i - 1]!;
    scratch[i] = i + 1 < count ? (theta * up) / pivot : 0;
    right[i] = (right[i]! + (i > 0 ? theta * down * right[i - 1]! : 0)) / pivot;
  }
  heat[count - 1] = right[count - 1]!;
  for (let i = count - 2; i >= 0; i--) heat[i] = right[i]! + scratch[i]! * heat[i + 1]!;
  // What the world took in this step, by the same weights: energy is kept to rounding.
  return dt * (theta * leaves() + (1 - theta) * before);
}

/**
 * Cooling of a section in its mould (M6): one-dimensional transient conduction, finite volumes,
 * Crank– Nicolson started with four implicit half-steps (Rannacher 1984), steps growing as the wave
 * slows.
 * @param until s
 * @param stop ends it early
 * @see Carslaw & Jaeger, *Conduction of Heat in Solids*; Incropera, ch. 5
 */
export function conduct(
  section: Section,
  until: number,
  stop: (now: Look) => boolean = () => false,
  cells = 120,
): Cooling {
  const grid = lay(section, cells);
  const count = grid.heat.length;
  const out: Cooling = { at: [], mean: [], centre: [], skin: [], metal: [], stiff: [], energy: [] };
  const mass = grid.capacity.slice(grid.from, grid.plastic).reduce((sum, value) => sum + value, 0);
  let lost = 0;
  const look = (at: number): boolean => {
    let all = 0;
    let whole = 0;
    let cold = 0;
    for (let i = 0; i < count; i++) {
      whole += grid.capacity[i]! * grid.heat[i]!;
      const own = i >= grid.from && i < grid.plastic;
      if (own) all += grid.capacity[i]! * grid.heat[i]!;
      if (own && grid.heat[i]! <= PLASTISOL.noFlow) cold += grid.capacity[i]!;
    }
    const mean = all / mass;
    // The middle by a parabola through the two cells beside it: their slope there is nothing.
    // Round a rod it is somewhere in the wall of the shell.
    const centre =
      grid.from > 0
        ? grid.heat.subarray(grid.from, grid.plastic).reduce((best, value) => Math.max(best, value))
        : grid.heat[0]! + (grid.heat[0]! - grid.heat[1]!) / 8;
    out.at.push(at);
    out.mean.push(mean);
    out.centre.push(centre);
    out.skin.push(grid.heat[grid.plastic - 1]!);
    out.stiff.push(cold / mass);
    out.metal.push(
      section.outside.kind === 'fixed' ? section.outside.celsius : (grid.heat[grid.plastic] ?? 0),
    );
    out.energy.push(whole + lost);
    return stop({ at, mean, centre, heat: grid.heat.subarray(grid.from, grid.plastic) });
  };
  const scratch = new Float64Array(count);
  const alpha = PLASTIC.k / (PLASTIC.rho * PLASTIC.c);
  const half = section.across / 2000;
  let dt = Math.min(until / 50, (half * half) / alpha / 4000);
  const longest = Math.max(dt, Math.min(until / 60, (half * half) / alpha / 250));
  let at = 0;
  if (look(0)) return out;
  for (let k = 0; k < 4; k++) {
    lost += step(grid, dt / 2, 1, scratch);
    at += dt / 2;
  }
  look(at);
  while (at < until - 1e-9) {
    const now = Math.min(dt, until - at);
    lost += step(grid, now, 0.5, scratch);
    at += now;
    if (look(at)) break;
    dt = Math.min(longest, dt * 1.03);
  }
  return out;
}
