/** Seasons of the north, by the month their first day is in: a cold shop and a warm one. */
export const SEASONS = {
  winter: { name: 'winter', from: 12 },
  spring: { name: 'spring', from: 3 },
  summer: { name: 'summer', from: 6 },
  autumn: { name: 'autumn', from: 9 },
} as const;

/** How warm a mould was at its shot, °C (handbook §3): from one band's beginning to the next's. */
export const METAL_BANDS = {
  cold: { name: 'cold', from: -Infinity },
  cool: { name: 'cool', from: 30 },
  warm: { name: 'warm', from: 38 },
  hot: { name: 'hot', from: 45 },
} as const;

/** Where in a session a shot was: the first of a mould find it as it was left (handbook §4). */
export const WHEN_SHOT = {
  first: { name: 'the first two of a session' },
  later: { name: 'all later ones' },
} as const;
/** Shots of a session that are its first. */
export const FIRST_SHOTS = 2;

/** What yields are looked at of: of each that is said only what is so. */
export interface YieldCut {
  mould?: number;
  bait?: number;
  colourway?: number;
  build?: string;
  cavity?: number;
  season?: keyof typeof SEASONS;
  metal?: keyof typeof METAL_BANDS;
  when?: keyof typeof WHEN_SHOT;
}
export type CutKey = keyof YieldCut;
