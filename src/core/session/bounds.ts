import type { CupHeat } from '../heat/index.ts';

/**
 * Whether a reading can be of its cup at all, by bounds that no bench goes beyond: the coldest and
 * the hottest two-node cup that everything logged since the last sure reading allows. Kept with the
 * state itself, so that every bench and every rebuild comes to one verdict.
 */
export interface Bounds {
  at: number;
  low: CupHeat;
  high: CupHeat;
}
export interface Doubt {
  celsius: number;
  at: number;
  way: 'above' | 'below';
  /** an instrument said it, which may lie beside the cup */
  device: boolean;
}

/**
 * What was made of a reading when it came: it held; it is hotter or colder than the cup can be; it
 * decides a doubt.
 */
export type Verdict = 'taken' | 'above' | 'below' | 'agreed';

/** A second reading within so many K of a doubted one says the same. */
export const AGREES = 6;

/**
 * An instrument says a cold thing again only after so many s, and so many K over the room: else it
 * lies on the bench (judgements).
 */
const MEANS_IT = { seconds: 10, over: 50 } as const;

/**
 * Whether a reading says again what was doubted. A hand that reads twice means it; an instrument
 * may lie beside the cup.
 */
export const saysAgain = (
  doubted: { celsius: number; at: number } | undefined | null,
  reading: { celsius: number; at: number },
  device: boolean,
  room: number,
): boolean =>
  doubted !== null &&
  doubted !== undefined &&
  Math.abs(doubted.celsius - reading.celsius) < AGREES &&
  (!device ||
    (reading.at - doubted.at >= MEANS_IT.seconds * 1000 && reading.celsius > room + MEANS_IT.over));
