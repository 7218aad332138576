import { GRADES } from '../material/grade.ts';
import { density, PLASTISOL, WATER_DENSITY } from '../material/plastisol.ts';
import { OUTLINES, profileOf, roughVolume } from './outline.ts';
import type { Cavity, Mould } from './schema.ts';
import type { Source } from './kinds.ts';
import { remembered } from '../remembered.ts';

type Measured = Pick<Cavity, 'source' | 'measured' | 'outline'> &
  Partial<Pick<Cavity, 'grade' | 'profile'>>;
const VOLUME_BY: Record<Source, (cavity: Measured) => number> = {
  bait: ({ measured, grade }) =>
    measured / density(PLASTISOL.noFlow, GRADES[grade ?? 'medium'].density20),
  water: ({ measured }) => measured / WATER_DENSITY,
  ml: ({ measured }) => measured,
  mesh: ({ measured }) => measured,
  rough: ({ outline, measured, profile }) => roughVolume(outline, measured, profile),
};

/**
 * Volume of a cavity, mL. A cavity is kept fed until plastic no longer flows, so a bait that weighs
 * m came from m/ρ(no-flow) of cavity: a good bait, cold, is about 0.94 of it. ρ is of the plastic
 * it was weighed in, whatever is shot tonight.
 */
export const cavityVolume = (cavity: Measured): number => VOLUME_BY[cavity.source](cavity);

/** What a scale or a jug shows, to a hundredth. */
const toHundredths = (exact: number): number => Math.max(0.01, Math.round(exact * 100) / 100);
/** What a cavity of so many mL reads, measured each way. */
const READS: Record<Source, (ml: number, cavity: Cavity) => number> = {
  bait: (ml, { grade }) => toHundredths(ml * density(PLASTISOL.noFlow, GRADES[grade].density20)),
  water: (ml) => toHundredths(ml * WATER_DENSITY),
  ml: toHundredths,
  mesh: toHundredths,
  rough: (_, { length }) => length,
};
/**
 * What a cavity measured one way reads measured another: its volume stays, in the other's own unit,
 * to what a scale shows; guessed, its length.
 */
export const measuredAs = (cavity: Cavity, source: Source): number =>
  READS[source](cavityVolume(cavity), cavity);

/** Ports in a mould: one, or one for each cavity. */
export const portsOf = (mould: Pick<Mould, 'feed' | 'cavities'>): number =>
  mould.feed === 'each' ? mould.cavities.length : 1;

/** Volume a core rod keeps open in each cavity, mL; 0 where the mould has none. */
export const rodVolume = (mould: Pick<Mould, 'rod'>): number =>
  mould.rod ? ((Math.PI / 4) * mould.rod.bore ** 2 * mould.rod.length) / 1000 : 0;

/** Steps in which an outline's sections are added up. */
const STEPS = 400;
/** A cavity in slices along its length, by the squares of their depths. */
const slicesOf = remembered(({ outline, profile }: Cavity) =>
  profileOf(profile ?? OUTLINES[outline].stations, STEPS).map(([along, up, down]) => ({
    along,
    section: (up + down) ** 2,
  })),
);
/**
 * Share of a cavity's volume that lies behind a place along it, by the sections of its outline,
 * which are alike: as their depth squared.
 * @param from share of its length, 0 the nose and 1 the tip
 */
export function shareBehind(cavity: Cavity, from: number): number {
  const slices = slicesOf(cavity);
  const volume = (part: typeof slices) => part.reduce((total, { section }) => total + section, 0);
  return volume(slices.filter(({ along }) => along >= from)) / volume(slices);
}

/** Volume of a cavity's tail that the rods close off, mL; 0 where they close none. */
export function closedVolume({ rod }: Pick<Mould, 'rod'>, cavity: Cavity): number {
  if (!rod?.closes) return 0;
  const { from, share } = rod.closes;
  return (share ?? shareBehind(cavity, from)) * cavityVolume(cavity);
}

/**
 * How another mould's insert lies in this one, or null when it does not belong there. A shell goes
 * back into its own mould.
 */
export const lieOf = (
  mould: Pick<Mould, 'id' | 'name' | 'takes' | 'rod'>,
  maker: Pick<Mould, 'id' | 'name'>,
): Mould['takes'][number] | null =>
  mould.takes.find((take) => isOf(take, maker)) ??
  (mould.rod && isOf({ mould: mould.name, mouldId: mould.id }, maker)
    ? { mould: maker.name, lies: 'same', share: 1 }
    : null);
/** Whether what is taken is of a mould: by its number where both have one, else by its name. */
const isOf = (
  { mould, mouldId }: Pick<Mould['takes'][number], 'mould' | 'mouldId'>,
  { id, name }: Pick<Mould, 'id' | 'name'>,
): boolean => (mouldId && id ? mouldId === id : mould === name);
/** A mould whose inserts are known by the numbers of the moulds they come from. */
export const takesJoined = (
  mould: Mould,
  moulds: readonly Pick<Mould, 'id' | 'name'>[],
): Mould => ({
  ...mould,
  takes: mould.takes.map((take) => {
    const from = moulds.find((other) => isOf(take, other));
    return from ? { ...take, mould: from.name, mouldId: from.id } : take;
  }),
});
