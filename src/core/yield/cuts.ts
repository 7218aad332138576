import type { Conditions } from './conditions.ts';

/** Seasons of the north, by the month their first day is in: a cold shop and a warm one. */
export const SEASONS = {
  winter: { name: 'winter', from: 12 },
  spring: { name: 'spring', from: 3 },
  summer: { name: 'summer', from: 6 },
  autumn: { name: 'autumn', from: 9 },
} as const;
type Season = keyof typeof SEASONS;

/** A band: its name, and what it goes from, up to where the next begins. */
export type Bands = Record<string, { name: string; from: number }>;

/** How warm a mould was at its shot, °C (handbook §3). */
export const METAL_BANDS = {
  cold: { name: 'cold', from: -Infinity },
  cool: { name: 'cool', from: 30 },
  warm: { name: 'warm', from: 38 },
  hot: { name: 'hot', from: 45 },
} as const satisfies Bands;

/** How hot plastic was drawn, °C (handbook §3). */
export const HEAT_BANDS = {
  under: { name: 'under 150', from: -Infinity },
  low: { name: '150 to 160', from: 150 },
  usual: { name: '160 to 170', from: 160 },
  high: { name: '170 to 180', from: 170 },
  over: { name: '180 and over', from: 180 },
} as const satisfies Bands;

/** Where in its draw a shot was: an injector that gives several cools from one to the next. */
export const PLACE_BANDS = {
  first: { name: 'the first of its draw', from: -Infinity },
  second: { name: 'the second of its draw', from: 2 },
  later: { name: 'the third or later', from: 3 },
} as const satisfies Bands;

/** Where in a session a shot was: the first of a mould find it as it was left (handbook §4). */
export const WHEN_BANDS = {
  first: { name: 'the first two of a session', from: -Infinity },
  later: { name: 'all later ones', from: 3 },
} as const satisfies Bands;

/**
 * The band a figure lies in: the last that begins at it or before.
 * @example bandOf(METAL_BANDS, 30) → 'cool'
 */
export function bandOf<T extends Bands>(bands: T, figure: number): keyof T & string {
  const keys = Object.keys(bands) as (keyof T & string)[];
  return keys.findLast((key) => figure >= bands[key]!.from) ?? keys[0]!;
}

/** Bands a shot lies in; null where nobody knows the figure. */
export interface ShotBands {
  heat: keyof typeof HEAT_BANDS | null;
  metal: keyof typeof METAL_BANDS | null;
  place: keyof typeof PLACE_BANDS | null;
  when: keyof typeof WHEN_BANDS;
}
const bandIf = <T extends Bands>(bands: T, figure: number | null) =>
  figure === null ? null : bandOf(bands, figure);
/** Bands of a shot. @param nth shot of its session, from 1 */
export const bandsOf = (
  conditions: Pick<Conditions, 'heat' | 'metal' | 'place'> | null,
  nth: number,
): ShotBands => ({
  heat: bandIf(HEAT_BANDS, conditions?.heat ?? null),
  metal: bandIf(METAL_BANDS, conditions?.metal ?? null),
  place: bandIf(PLACE_BANDS, conditions?.place ?? null),
  when: bandOf(WHEN_BANDS, nth),
});

/** What yields are looked at of: of each that is said only what is so. */
export interface YieldCut {
  mould?: number;
  cavity?: number;
  bait?: number;
  colourway?: number;
  /** family of the colour it is called by */
  family?: string;
  mix?: number;
  grade?: string;
  /** bottle of plastisol */
  plastisol?: number;
  build?: string;
  injector?: number;
  block?: number;
  /** whose hands shot it */
  by?: string;
  season?: Season;
  heat?: keyof typeof HEAT_BANDS;
  metal?: keyof typeof METAL_BANDS;
  place?: keyof typeof PLACE_BANDS;
  when?: keyof typeof WHEN_BANDS;
}
export type CutKey = keyof YieldCut;
