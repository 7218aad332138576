import { degrees } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';
import { atLeast } from './atLeast.ts';

/** Figures that what lies behind a fault is looked for in: a heat each, °C. */
const BEHIND = {
  heat: { name: 'draws' },
  metal: { name: 'the metal' },
} as const;
export type BehindKey = keyof typeof BEHIND;

/** Shots at one figure. */
export interface ShotsAt {
  /** °C, whole */
  at: number;
  shots: number;
}
/** Shots with a fault, and the baits of them that have it. */
export interface FaultsAt extends ShotsAt {
  baits: number;
}
/** Where a fault lies: on which side of a figure, how many of its baits, and how many of all shots. */
export interface Behind {
  key: BehindKey;
  under: boolean;
  /** °C */
  at: number;
  /** baits with the fault there, of how many */
  baits: number;
  of: number;
  /** share of all shots that lie there, 0 to 1 */
  usual: number;
}
/** Shots with a fault from which a side is named, and share of its baits that lies there (judgement). */
const ENOUGH = 5;
const MOSTLY = 0.7;
/** Share of all shots a side has at the most: where nearly everything lies, nothing is told. */
const USUAL = 0.6;
/** Spreads over the usual share within which no chance is worth working out: one in fifty or so. */
const NOTHING = 2;
/** Chance with which a side is named wrongly, over all that are looked at. */
const BY_CHANCE = 0.01;

const shotsOf = (all: readonly ShotsAt[]): number => all.reduce((sum, { shots }) => sum + shots, 0);
const baitsOf = (all: readonly FaultsAt[]): number =>
  all.reduce((sum, { baits }) => sum + baits, 0);

/** What lies under each whole degree that was shot at but the coldest, counted up in one go. */
function underEach(fault: readonly FaultsAt[], all: readonly ShotsAt[]) {
  const degrees = new Map<number, { usual: number; shots: number; baits: number }>();
  const at = (degree: number) => {
    const known = degrees.get(degree) ?? { usual: 0, shots: 0, baits: 0 };
    degrees.set(degree, known);
    return known;
  };
  const edges = new Set(all.map((one) => one.at));
  for (const one of all) at(one.at).usual += one.shots;
  for (const one of fault) {
    at(one.at).shots += one.shots;
    at(one.at).baits += one.baits;
  }
  const sums = { usual: 0, shots: 0, baits: 0 };
  return [...degrees]
    .sort(([one], [other]) => one - other)
    .map(([degree, here]) => {
      const under = { at: degree, ...sums };
      sums.usual += here.usual;
      sums.shots += here.shots;
      sums.baits += here.baits;
      return under;
    })
    .filter((under) => edges.has(under.at))
    .slice(1);
}

/**
 * The side of a heat a fault mostly lies on, where that is more than chance: every whole degree of
 * what was shot is looked at, on both sides, and of each the chance of so many of the fault's shots
 * there is held to one in a hundred over all of them (Bonferroni). Shots are counted for it and not baits,
 * since baits of one shot share its luck.
 * @param fault shots that have the fault, by the figure they were shot at
 * @param all every shot, likewise
 * @returns null where no side is told from chance
 * @example liesBehind('heat', [], []) → null
 */
export function liesBehind(
  key: BehindKey,
  fault: readonly FaultsAt[],
  all: readonly ShotsAt[],
): Behind | null {
  const [hit, total, of] = [shotsOf(fault), shotsOf(all), baitsOf(fault)];
  if (hit < ENOUGH || total === 0) return null;
  const looks = underEach(fault, all).flatMap(({ at, ...low }) => [
    { at, under: true, ...low },
    { at, under: false, usual: total - low.usual, shots: hit - low.shots, baits: of - low.baits },
  ]);
  const sides = looks.flatMap(({ at, under, usual: lie, shots, baits }) => {
    const usual = lie / total;
    const within = usual + NOTHING * Math.sqrt((usual * (1 - usual)) / hit);
    if (usual > USUAL || baits < MOSTLY * of || shots <= within * hit) return [];
    const chance = atLeast(shots, hit, usual);
    return [{ chance, side: { key, under, at, baits, of, usual } }];
  });
  const [clearest] = sides.sort((one, other) => one.chance - other.chance);
  return clearest && clearest.chance < BY_CHANCE / looks.length ? clearest.side : null;
}

/** A shot of which some baits have one fault, and what it was shot at. */
export interface BadShot {
  fault: string;
  /** cavities that have it */
  cavities: readonly number[];
  /** °C; null = not known */
  heat: number | null;
  metal: number | null;
}

/** How many shots at each whole degree, and how many baits of them; without those of one cavity. */
function faultsAt(bad: readonly BadShot[], key: BehindKey, without: number | null): FaultsAt[] {
  const found = new Map<number, FaultsAt>();
  for (const { cavities, [key]: figure } of bad) {
    const baits = cavities.filter((cavity) => cavity !== without).length;
    if (figure === null || baits === 0) continue;
    const at = Math.floor(figure);
    const here = found.get(at) ?? { at, shots: 0, baits: 0 };
    found.set(at, { at, shots: here.shots + 1, baits: here.baits + baits });
  }
  return [...found.values()];
}

/** Shots by one of their figures, of shots by all of them. */
export function shotsAt(
  all: readonly ({ shots: number } & Record<BehindKey, number | null>)[],
  key: BehindKey,
): ShotsAt[] {
  const found = new Map<number, number>();
  for (const { shots, [key]: at } of all)
    if (at !== null) found.set(at, (found.get(at) ?? 0) + shots);
  return [...found].map(([at, shots]) => ({ at, shots }));
}

/**
 * What lies behind a fault, the clearest first of the figures it is looked for in.
 * @param bad shots that have it
 * @param all every shot of the same cut, by each figure
 * @param without a cavity that is named for it already; null = none
 */
export const behindOf = (
  bad: readonly BadShot[],
  all: Record<BehindKey, readonly ShotsAt[]>,
  without: number | null,
): Behind | null =>
  (Object.keys(BEHIND) as BehindKey[])
    .flatMap((key) => liesBehind(key, faultsAt(bad, key, without), all[key]) ?? [])
    .sort(
      (one, other) => other.baits / other.of / other.usual - one.baits / one.of / one.usual,
    )[0] ?? null;

/**
 * Where a fault lies, in words.
 * @param others whether a cavity is named for it already, of which these are not
 */
export const sayBehind = (
  { key, under, at: degree, baits, of, usual }: Behind,
  units: ShopUnits,
  others: boolean,
): string =>
  `${baits} of ${others ? 'the other ' : ''}${of} with ${BEHIND[key].name} ` +
  `${under ? `under ${degrees(degree, units)}` : `at ${degrees(degree, units)} or over`}, ` +
  `where ${Math.round(100 * usual)} of 100 shots lie`;
