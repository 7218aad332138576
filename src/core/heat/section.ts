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

const series = (...parts: number[]) => 1 / parts.reduce((sum, part) => sum + 1 / part, 0);

/** How a section widens outward: its skins grow as r^(spread − 1), 1 = flat, 2 = round. */
class Widening {
  constructor(private readonly spread: number) {}
  volume(inner: number, outer: number): number {
    return (outer ** this.spread - inner ** this.spread) / this.spread;
  }
  skin(at: number): number {
    return at ** (this.spread - 1);
  }
  /** W/K between two depths. */
  between(conducts: number, inner: number, outer: number): number {
    const through = 2 - this.spread;
    return Math.abs(through) < 1e-9
      ? conducts / Math.log(outer / inner)
      : (conducts * through) / (outer ** through - inner ** through);
  }
}

/** Into a poor conductor cells grow outward until the wave has long not come through, m. */
const DEEP = { grows: 1.06, halves: 20, least: 0.06, most: 400 } as const;
function deepCells(half: number, cell: number): number[] {
  const deep: number[] = [];
  const enough = Math.max(DEEP.halves * half, DEEP.least);
  for (
    let width = cell, depth = 0;
    depth < enough && deep.length < DEEP.most;
    width *= DEEP.grows
  ) {
    deep.push(width);
    depth += width;
  }
  return deep;
}

/** What a section is laid out from. */
interface Laying {
  section: Section;
  half: number;
  widening: Widening;
  /** W/m² K through the touch of plastic and mould */
  contact: number;
  /** stuff and first heat of a cell */
  stuff: (cell: number) => ThermalProperties;
  first: (cell: number, middle: number) => number;
}
function layingOf(section: Section, cells: number, from: number): Laying {
  const { shape, across, layers, rod, outside } = section;
  const half = across / 2000;
  return {
    section,
    half,
    widening: new Widening(spreadOf(shape)),
    contact: outside.contact ?? (outside.kind === 'fixed' ? Infinity : CONTACT),
    stuff: (cell) => {
      if (cell < from) return ROD;
      return cell < cells || outside.kind !== 'poor' ? PLASTIC : outside.stuff;
    },
    first: (cell, middle) => {
      if (cell < from) return rod!.celsius;
      return cell < cells
        ? layers.find((layer) => middle / half <= layer.upTo + 1e-12)!.celsius
        : outside.celsius;
    },
  };
}

/** Fills in what cells hold, and their first heats. */
function fillCells(grid: Grid, widths: readonly number[], laying: Laying) {
  let edge = 0;
  const middles: number[] = [];
  const edges: number[] = [0];
  widths.forEach((width, cell) => {
    const { rho, c: heatCapacity } = laying.stuff(cell);
    const middle = edge + width / 2;
    grid.capacity[cell] = rho * heatCapacity * laying.widening.volume(edge, edge + width);
    grid.heat[cell] = laying.first(cell, middle);
    edge += width;
    middles.push(middle);
    edges.push(edge);
  });
  return { middles, edges };
}
/** Ties each cell to the next. Where two stuffs meet the touch between them is a resistance. */
function tieCells(
  grid: Grid,
  { middles, edges }: ReturnType<typeof fillCells>,
  { stuff, widening, contact }: Laying,
): void {
  for (let cell = 0; cell + 1 < middles.length; cell++) {
    const [inner, outer] = [stuff(cell), stuff(cell + 1)];
    const [from, edge, to] = [middles[cell]!, edges[cell + 1]!, middles[cell + 1]!];
    const touch = cell === grid.plastic - 1 ? contact : CONTACT;
    grid.link[cell] =
      inner === outer
        ? widening.between(outer.k, from, to)
        : series(
            widening.between(inner.k, from, edge),
            touch * widening.skin(edge),
            widening.between(outer.k, edge, to),
          );
  }
}
/** Ties the outermost plastic to what is outside: a lump of metal, or a heat that stays. */
function tieOutside(grid: Grid, outermost: number, laying: Laying): void {
  const { half, widening, contact, section } = laying;
  const { outside } = section;
  const face = widening.skin(half);
  const inward = widening.between(PLASTIC.k, outermost, half);
  const skin = contact === Infinity ? inward : series(inward, contact * face);
  if (outside.kind === 'fixed') grid.worldLink = skin;
  if (outside.kind !== 'metal') return;
  const metal = grid.capacity.length - 1;
  grid.capacity[metal] = outside.capacity * face;
  grid.heat[metal] = outside.celsius;
  grid.link[metal - 1] = skin;
  grid.worldLink = outside.loss * face;
}

/** Cells of a slab (per m² of half) or a round bar (per m and radian), from the middle outward. */
export function lay(section: Section, cells: number): Grid {
  const { across, rod, outside } = section;
  const half = across / 2000;
  const deep = outside.kind === 'poor' ? deepCells(half, half / cells) : [];
  const count = cells + deep.length + (outside.kind === 'metal' ? 1 : 0);
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
  const laying = layingOf(section, cells, grid.from);
  const widths = [...Array.from({ length: cells }, () => half / cells), ...deep];
  const places = fillCells(grid, widths, laying);
  tieCells(grid, places, laying);
  tieOutside(grid, places.middles[cells - 1]!, laying);
  return grid;
}
