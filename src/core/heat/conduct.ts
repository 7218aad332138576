import type { ThermalProperties } from './constants.ts';
import { CONTACT, MOULD_MATERIAL, PLASTIC } from './constants.ts';
import { PLASTISOL } from '../material/plastisol.ts';

/** What lies against the plastic. */
export type Outside =
  /** held at one heat, in perfect contact: the limit the series are for */
  | { kind: 'fixed'; celsius: number; contact?: number }
  /** lumped metal: J/m² K of it to each m² of bait, losing W/m² K of the same to a room */
  | {
      kind: 'metal';
      celsius: number;
      capacity: number;
      loss: number;
      room: number;
      contact?: number;
    }
  /** deep and slow, as silicone, epoxy or plaster are */
  | { kind: 'poor'; celsius: number; stuff: ThermalProperties; contact?: number };

export interface Section {
  /**
   * a slab cooled from both faces, a round bar, or a section that spreads between them: {@link
   * ovalSection}
   */
  shape: 'slab' | 'round' | number;
  /** whole thickness, or diameter, mm */
  across: number;
  /** heats from the middle outward, each up to a share of the half-thickness; the last up to 1 */
  layers: { upTo: number; celsius: number }[];
  /**
   * a core rod in the middle, aluminium, up to a share of the half-thickness: what is looked at is
   * the shell round it
   */
  rod?: {
    upTo: number;
    celsius: number;
    /**
     * mm from its tip to where the mould holds it, whose heat it keeps; left out: it gives its heat
     * to nothing
     */
    length?: number;
  };
  outside: Outside;
}
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

interface Grid {
  /** heat capacity of each cell, conductance from each to the next, and to the world outside */
  capacity: Float64Array;
  link: Float64Array;
  worldLink: number;
  world: number;
  /** 1/s at which a rod gives what it has over the mould that holds it, and that mould's heat */
  drain: number;
  drainTo: number;
  heat: Float64Array;
  /** cells of plastic: from, up to */
  from: number;
  plastic: number;
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

/** What core rods are made of. */
const ROD: ThermalProperties = MOULD_MATERIAL.machined;
/** 1/s: the slowest way heat leaves a bar held at one end, (π/2)² α/L² (Carslaw & Jaeger, §3.3). */
const drainOf = (length: number | undefined): number =>
  length === undefined
    ? 0
    : ((Math.PI / 2) ** 2 * ROD.k) / (ROD.rho * ROD.c * (length / 1000) ** 2);
const spreadOf = (shape: Section['shape']): number =>
  shape === 'slab' ? 1 : shape === 'round' ? 2 : shape;

/** Cells of a slab (per m² of half) or a round bar (per m and radian), from the middle outward. */
function lay({ shape, across, layers, rod, outside }: Section, cells: number): Grid {
  const half = across / 2000;
  const spread = spreadOf(shape);
  // Skins grow as r^(spread − 1): 1 = flat, 2 = round.
  const volume = (inner: number, outer: number) => (outer ** spread - inner ** spread) / spread;
  const through = 2 - spread;
  const between = (conducts: number, inner: number, outer: number) =>
    Math.abs(through) < 1e-9
      ? conducts / Math.log(outer / inner)
      : (conducts * through) / (outer ** through - inner ** through);
  const face = half ** (spread - 1);
  const contact = outside.contact ?? (outside.kind === 'fixed' ? Infinity : CONTACT);
  // Into a poor conductor cells grow outward until the wave has long not come through.
  const widths = Array.from({ length: cells }, () => half / cells);
  const deep: number[] = [];
  if (outside.kind === 'poor')
    for (
      let width = half / cells, depth = 0;
      depth < Math.max(20 * half, 0.06) && deep.length < 400;
      width *= 1.06
    ) {
      deep.push(width);
      depth += width;
    }
  const metal = outside.kind === 'metal' ? 1 : 0;
  const count = cells + deep.length + metal;
  const grid: Grid = {
    capacity: new Float64Array(count),
    link: new Float64Array(Math.max(0, count - 1)),
    worldLink: 0,
    drain: drainOf(rod?.length),
    drainTo: rod?.celsius ?? 0,
    world: outside.kind === 'metal' ? outside.room : outside.celsius,
    heat: new Float64Array(count),
    from: rod ? Math.min(cells - 4, Math.max(1, Math.round(rod.upTo * cells))) : 0,
    plastic: cells,
  };
  const of = (cell: number): ThermalProperties =>
    cell < grid.from ? ROD : cell < cells || outside.kind !== 'poor' ? PLASTIC : outside.stuff;
  let edge = 0;
  const middles: number[] = [];
  const edges: number[] = [0];
  [...widths, ...deep].forEach((width, i) => {
    const stuff = of(i);
    middles.push(edge + width / 2);
    grid.capacity[i] = stuff.rho * stuff.c * volume(edge, edge + width);
    edge += width;
    edges.push(edge);
    grid.heat[i] =
      i < grid.from
        ? rod!.celsius
        : i < cells
          ? layers.find((layer) => (edge - width / 2) / half <= layer.upTo + 1e-12)!.celsius
          : outside.celsius;
  });
  const series = (...parts: number[]) => 1 / parts.reduce((sum, x) => sum + 1 / x, 0);
  for (let i = 0; i + 1 < cells + deep.length; i++) {
    const { k: conducts } = of(i + 1);
    const edgeAt = edges[i + 1]!;
    // Where two stuffs meet the touch between them is a resistance of its own.
    if (of(i) === of(i + 1)) grid.link[i] = between(conducts, middles[i]!, middles[i + 1]!);
    else
      grid.link[i] = series(
        between(of(i).k, middles[i]!, edgeAt),
        (i === cells - 1 ? contact : CONTACT) * edgeAt ** (spread - 1),
        between(conducts, edgeAt, middles[i + 1]!),
      );
  }
  const skin =
    contact === Infinity
      ? between(PLASTIC.k, middles[cells - 1]!, half)
      : series(between(PLASTIC.k, middles[cells - 1]!, half), contact * face);
  if (outside.kind === 'metal') {
    grid.capacity[count - 1] = outside.capacity * face;
    grid.heat[count - 1] = outside.celsius;
    grid.link[count - 2] = skin;
    grid.worldLink = outside.loss * face;
  } else grid.worldLink = outside.kind === 'fixed' ? skin : 0;
  return grid;
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
