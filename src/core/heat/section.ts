import type { ThermalProperties } from './constants.ts';
import { CONTACT, MOULD_MATERIAL, PLASTIC } from './constants.ts';

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

export interface Grid {
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
export function lay({ shape, across, layers, rod, outside }: Section, cells: number): Grid {
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
