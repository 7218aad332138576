import { chanceOf, logistic } from './chance.ts';

/** A bait as conduction and the eye see it. Lengths in mm, heats in °C. */
export interface WorldBait {
  /** across its thickest section, and how far that is from a slab (1) towards a round bar (2) */
  across: number;
  round: number;
  /** share of the thickness a core rod takes */
  rod: number;
  /** share of the thickness that comes in hot: all of it, or a core into a shell that has set */
  hot: number;
  /** its thinnest part, across */
  thin: number;
  metal: boolean;
}

/** m²/s, W/m K and W/m² K of this plastic and its touch. */
const STUFF = { diffuses: 8.1e-8, conducts: 0.155, touch: 1300, poor: 110 };
/** °C under which it flows no more, and at which its mean is firm. */
const NO_FLOW = 112;
const FIRM = 76;

/**
 * 1/s at which the mean of a section comes to its mould's heat: first term of the series, slab to
 * bar.
 */
function rate({ across, round, rod, metal }: WorldBait): number {
  // A shell round a rod gives its heat both ways.
  const half = rod > 0 ? ((1 - rod) * across) / 4 : across / 2;
  const shape = rod > 0 ? 1 : round;
  const reach = half / 1000 + STUFF.conducts / (metal ? STUFF.touch : STUFF.poor);
  return (STUFF.diffuses * (2.467 + (shape - 1) * 3.316)) / reach ** 2;
}
/**
 * How much of the first term a hot core in a cold shell has: all of it where it is hot right
 * through.
 */
const CORE = (bait: WorldBait): number => Math.sin((Math.PI / 2) * bait.hot) ** bait.round;
const FIRST = (round: number): number => 0.81 - 0.118 * (round - 1);

/** Mean of a bait so many s after the shot. */
export const meanAfter = (bait: WorldBait, shot: number, metal: number, seconds: number): number =>
  metal +
  Math.min(1, CORE(bait) * FIRST(bait.rod > 0 ? 1 : bait.round) * Math.exp(-rate(bait) * seconds)) *
    (shot - metal);

/** What the middle of a section is over its mean, at first: slab to bar. */
const MIDDLE = (round: number): number => 1.273 + 0.329 * (round - 1);

/**
 * s until it is firm: its mean is, and its middle flows no more; null where its mould is too warm.
 */
export function firmAfter(bait: WorldBait, shot: number, metal: number): number | null {
  if (metal >= FIRM - 1) return null;
  const round = bait.rod > 0 ? 1 : bait.round;
  const falls = (first: number, to: number) =>
    Math.log(Math.max(1, (CORE(bait) * first * (shot - metal)) / (to - metal))) / rate(bait);
  const spreads = bait.hot < 1 ? coreSpreads(bait, (NO_FLOW - metal) / (shot - metal)) : 0;
  return Math.max(spreads, falls(FIRST(round), FIRM), falls(MIDDLE(round), NO_FLOW));
}

/**
 * s until the middle of a hot core in cold plastic without end has so much left of what it was over
 * it: 1 − exp(−a²/4αt).
 */
const coreSpreads = (bait: WorldBait, left: number): number =>
  left >= 1
    ? 0
    : ((bait.hot * bait.across) / 2000) ** 2 / (-4 * STUFF.diffuses * Math.log(1 - left));

/** s until its thin part flows no more (one-term slab with contact). */
export function freezes(thin: number, shot: number, metal: number): number {
  const reach = thin / 1000 + (2 * STUFF.conducts) / STUFF.touch;
  const ratio = ((4 / Math.PI) * (shot - metal)) / Math.max(1, NO_FLOW - metal);
  return ratio <= 1 ? 0 : (reach ** 2 / (Math.PI ** 2 * STUFF.diffuses)) * Math.log(ratio);
}

export interface Shot {
  bait: WorldBait;
  /** °C of each stream where it reaches this bait, and of the metal round it */
  streams: number[];
  metal: number;
  /** s its thin part takes to fill in this mould */
  fills: number;
  /** s from the shot to the opening */
  stood: number;
  /** times it was topped off, or whether its sprue feeds itself */
  topped: number;
  /** K over the middle of what this mould wants */
  over: number;
  /** °C of an insert it must join; null where there is none */
  insert: number | null;
  /** K two colours may be apart */
  apart: number;
  /** share of it that has yellowed; whether air was drawn; whether it fused */
  scorched: number;
  air: boolean;
  fused: boolean;
  core: boolean;
}
export type WorldFault =
  | 'short'
  | 'joint'
  | 'bled'
  | 'dent'
  | 'torn'
  | 'bubbles'
  | 'yellow'
  | 'gooey'
  | 'coreShort'
  | 'flash';

const mean = (list: number[]): number => list.reduce((sum, value) => sum + value, 0) / list.length;

/** Share of baits each cause spoils, the surest to be seen first. */
function spoils(other: Shot): [WorldFault, number][] {
  const shot = mean(other.streams);
  const gap = Math.max(...other.streams) - Math.min(...other.streams);
  const margin = Math.log(
    Math.max(0.01, freezes(other.bait.thin, Math.min(...other.streams), other.metal) / other.fills),
  );
  // How much too soon it was opened, as K of its mean.
  const firm = firmAfter(other.bait, shot, other.metal) ?? Infinity;
  const soft =
    meanAfter(other.bait, shot, other.metal, other.stood) -
    meanAfter(other.bait, shot, other.metal, firm);
  return [
    ['gooey', other.fused ? 0 : 0.8],
    ['short', logistic(-margin, 0, 0.035)],
    ['joint', other.insert === null ? 0 : logistic(-(shot + other.insert) / 2, -92, 2.5)],
    ['coreShort', other.core ? 0.06 + 0.3 * logistic(-shot, -152, 4) : 0],
    ['bled', other.streams.length > 1 ? logistic(gap / other.apart, 2.4, 0.45) : 0],
    ['torn', logistic(soft, 11, 2.5)],
    [
      'dent',
      0.015 +
        0.22 * Math.max(0, 1 - other.topped) +
        0.012 * Math.max(0, other.over - 6) +
        0.3 * logistic(soft, 6, 2),
    ],
    ['bubbles', other.air ? 0.35 : 0.015],
    ['yellow', 1 - Math.exp(-other.scorched / 4)],
    ['flash', 0.015],
  ];
}

/** What one bait came out as. */
export const faultOf = (shot: Shot, chance: () => number): WorldFault | null =>
  spoils(shot).filter(([, share]) => chanceOf(chance, share))[0]?.[0] ?? null;
