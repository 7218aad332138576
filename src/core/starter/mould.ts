import { opensAt } from '../heat/index.ts';
import type { Grade } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { UNITS } from '../quantity/units.ts';
import type { Bait, Cavity, Mould, OutlineKey, Stations } from '../mould/index.ts';
import { BLANK_MOULD, layOut, OUTLINES } from '../mould/index.ts';
import { heatOfMould } from '../plan/mouldHeat.ts';

/** What is asked of a first mould. */
export interface FirstMould {
  outline: OutlineKey;
  /** mm */
  length: number;
  cavities: number;
  /** g of one bait shot in it; null = not weighed */
  grams: number | null;
  /** its own shape, from a photograph or a mesh; null = as the named outline */
  shape: OwnShape | null;
}
/** A bait's own outline, and what a mesh of it measures. */
interface OwnShape {
  profile: [number, number, number][];
  /** mL of a cavity, and mm of its thickest section; null = a photograph does not tell */
  ml: number | null;
  section: number | null;
}

/** mm of metal round the cavities, between them, and behind them. */
const ROUND = { ends: 15, between: 12, behind: 10 } as const;
/** Most cavities in a column. */
const COLUMN = 8;
/** g/mm³ of aluminium. */
const ALUMINIUM = 2.7e-3;
/** mm bore of a runner, and mL of a sprue, of an ordinary mould. */
const RUNNER = 5;
const SPRUE = 4;
/** °C of metal, plastic and room of an ordinary shot. */
const SHOT = { metal: 40, plastic: 165, room: 18 } as const;
/** s steps an opening is told in, and how much later than firm (a judgement). */
const OPENS = { step: 5, after: 1.1 } as const;
/** s a mould that never opens by itself, or not in an hour, is given: it wants a rest (the schema's most). */
const LONGEST = 3600;

/** Where a tail fin begins, of the length: it is deep, but flat. */
const FIN_FROM = 0.84;
/** Deepest of a bait before its tail fin, of its length. */
const bodyDepth = (stations: Stations): number =>
  Math.max(...stations.flatMap(([along, up, down]) => (along < FIN_FROM ? [up + down] : [])));

/**
 * Depth of the row a cavity lies in the middle of, of its length: a back may be higher than a belly
 * is deep.
 */
const rowOf = (stations: Stations): number =>
  2 * Math.max(...stations.flatMap(([, up, down]) => [up, down]));

/** s until the slowest of its baits is firm, as the bench would have it. */
function opensAfter(mould: Mould): number {
  const { open } = opensAt(heatOfMould(mould), SHOT.plastic, SHOT.metal, SHOT.room);
  const after = (open ?? LONGEST) * OPENS.after;
  return Math.min(LONGEST, Math.ceil(after / OPENS.step) * OPENS.step);
}

/** “Sand eel 95”, in the shop's own measure. */
export const baitName = (
  { outline, length }: Pick<FirstMould, 'outline' | 'length'>,
  { length: unit }: Pick<ShopUnits, 'length'>,
): string =>
  `${OUTLINES[outline].name} ${
    unit === 'in' ? `${Math.round((100 * length) / UNITS.in.factor) / 100} in` : Math.round(length)
  }`;

/** How a cavity's volume is known: by a bait that was weighed, else by its mesh, else by its length. */
function measuredBy({
  length,
  grams,
  shape,
}: Pick<FirstMould, 'length' | 'grams' | 'shape'>): Pick<Cavity, 'source' | 'measured'> {
  if (grams !== null) return { source: 'bait', measured: grams };
  return shape?.ml ? { source: 'mesh', measured: shape.ml } : { source: 'rough', measured: length };
}

/**
 * A machined mould with what is usual of one of its size: fed by a runner, closed by two clamps,
 * opened when the models say that a bait of its thickness is firm.
 * @param hold s, the shop's own
 */
export function firstMould(
  { outline, length, cavities, grams, shape }: FirstMould,
  { name, grade, hold }: { name: string; grade: Grade; hold: number },
): Mould {
  const stations = shape?.profile ?? OUTLINES[outline].stations;
  const guessed = Math.round(bodyDepth(stations) * length * OUTLINES[outline].round * 10) / 10;
  const section = Math.max(1, shape?.section ?? guessed);
  const columns = Math.ceil(cavities / COLUMN);
  const rows = Math.ceil(cavities / columns);
  const width = Math.ceil(columns * length * 1.2 + 2 * ROUND.ends);
  const height = Math.ceil(rows * (rowOf(stations) * length + ROUND.between) + 2 * ROUND.ends);
  const mass = Math.round(width * height * (section + 2 * ROUND.behind) * ALUMINIUM);
  const one = {
    n: 1,
    outline,
    length,
    section,
    x: 0,
    y: 0,
    turn: 0,
    ...measuredBy({ length, grams, shape }),
    grade,
    profile: shape?.profile ?? null,
  };
  const mould: Mould = {
    ...BLANK_MOULD,
    name,
    mass,
    width,
    height,
    runner: Math.round((Math.PI / 4) * RUNNER ** 2 * height) / 1000,
    sprue: SPRUE,
    warmTo: SHOT.metal,
    hold,
    cool: OPENS.step,
    cavities: layOut({ width, height, cavities: [one] }, cavities, rows),
  };
  return { ...mould, cool: opensAfter(mould) };
}

/** The bait a first mould makes. @param mould its number in the shop's list */
export const firstBait = (
  { outline, length }: Pick<FirstMould, 'outline' | 'length'>,
  { name, grade, mould }: { name: string; grade: Grade; mould: number },
): Bait => ({ name, outline, length, grades: [grade], hardness: [], mouldIds: [mould] });
