import type { Stage } from '../build/build.ts';
import { density, PLASTISOL } from '../material/plastisol.ts';
import { cavityVolume, closedVolume, lieOf, rodVolume } from '../mould/mould.ts';
import type { Mould } from '../mould/schema.ts';
import type { ShotMass } from './volume.ts';
import { sum } from './volume.ts';

/**
 * Where the inserts of a stage come from: the mould they were shot in, and the stage that shot
 * them.
 */
export interface InsertSource {
  mould: Mould;
  stage: Stage;
}

/** What lies where in one cavity, mL. The parts add up to the cavity, always. */
export interface CavityFill {
  n: number;
  cavity: number;
  /** kept open by the rod */
  rod: number;
  /** of its tail, closed off by the rods */
  closed: number;
  /** what of an insert lies in it */
  insert: number;
  /** by layer key */
  poured: Record<string, number>;
  /** what is left to shoot */
  shot: number;
}

const cavityOf = (mould: Mould, of: number) => mould.cavities.find(({ n }) => n === of)!;

/**
 * Volume of one insert, mL: all its mould's cavity but the rod and what it closes off. A shell put
 * back where it came from is that cavity's own.
 */
function insertVolume(source: InsertSource, into: Mould, count: number): number {
  const full = (mould: Mould, of: number) =>
    cavityVolume(cavityOf(mould, of)) -
    (source.stage.rods ? rodVolume(mould) : 0) -
    (source.stage.closes ? closedVolume(mould, cavityOf(mould, of)) : 0);
  if (source.mould.name === into.name && into.cavities.some((cavity) => cavity.n === count))
    return full(into, count);
  return (
    sum(source.mould.cavities.map((cavity) => full(source.mould, cavity.n))) /
    source.mould.cavities.length
  );
}

/**
 * How a stage fills each cavity of a mould (M1): rod, insert, what is poured, and what is left to
 * shoot. shell = cavity − rod − the tail the rods close off; core = what the shell leaves, its
 * channel and the tail where it becomes the tail; body = cavity (pocket included) − what of the tail
 * lies in it. A negative `shot` means it has no room.
 */
export function stageFill(
  stage: Stage,
  mould: Mould,
  source: InsertSource | null,
  density20: number = PLASTISOL.density20,
): CavityFill[] {
  const rho = density(PLASTISOL.noFlow, density20);
  const lies = source ? (lieOf(mould, source.mould)?.share ?? 1) : 0;
  return mould.cavities.map((other) => {
    const cavity = cavityVolume(other);
    const rod = stage.rods ? rodVolume(mould) : 0;
    const closed = stage.closes ? closedVolume(mould, other) : 0;
    const insert = source && stage.takes ? lies * insertVolume(source, mould, other.n) : 0;
    const room = cavity - rod - closed - insert;
    const poured = Object.fromEntries(
      stage.pours.map((pour) => [
        pour.key,
        pour.grams !== null ? pour.grams / rho : (pour.share ?? 0) * room,
      ]),
    );
    const left = room - sum(Object.values(poured));
    // What is poured to the brim leaves nothing; a hair of rounding is nothing too.
    return {
      n: other.n,
      cavity,
      rod,
      closed,
      insert,
      poured,
      shot: Math.abs(left) < 1e-9 * cavity ? 0 : left,
    };
  });
}

/**
 * Masses of one filling, g: what is shot by cavity, what is poured by layer, and runner and sprues.
 */
export interface StageMass extends ShotMass {
  /** g a cavity, by layer key */
  poured: Map<string, Map<number, number>>;
}

/** {@link stageFill} in grams: m = V ρ(no-flow). What is only poured wants no runner or sprue. */
export function stageMass(
  stage: Stage,
  mould: Mould,
  source: InsertSource | null,
  density20: number = PLASTISOL.density20,
): StageMass {
  const rho = density(PLASTISOL.noFlow, density20);
  const fills = stageFill(stage, mould, source, density20);
  const fed = stage.layers.length > 0 || stage.by === 'rod';
  const each = mould.feed === 'each';
  const feedEach = each && fed ? mould.sprue * rho : 0;
  return {
    cavities: new Map(fills.map((fill) => [fill.n, fill.shot * rho])),
    poured: new Map(
      stage.pours.map((pour) => [
        pour.key,
        new Map(fills.map((fill) => [fill.n, fill.poured[pour.key]! * rho])),
      ]),
    ),
    feed: fed
      ? mould.runner * rho + (each ? feedEach * mould.cavities.length : mould.sprue * rho)
      : 0,
    feedEach,
  };
}
