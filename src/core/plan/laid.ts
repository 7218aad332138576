import type { Flow } from '../shot/recirculation.ts';
import type { CupId } from './cupId.ts';

export interface PlannedShot {
  n: number;
  /** run it belongs to */
  job: string;
  mould: number;
  trial: boolean;
  baits: number;
}
export interface PlannedDraw {
  n: number;
  job: string;
  /** shots it serves, by number; a per-port mould may need several draws for one */
  shots: number[];
  /** cavities of the one mould it serves, where it cannot serve them all */
  cavities: number[] | null;
  /** by barrel: cup and mL at shot heat; by pour where nothing is shot */
  barrels: { cup: CupId; layer: string; ml: number }[];
  /** by hand from the cup, before anything is shot */
  poured?: { cup: CupId; layer: string; ml: number }[];
}
export interface PlannedRun {
  /** run key */
  key: string;
  /** name of its stage */
  stage?: string;
  /** what it leaves */
  makes?: string;
  /** baits or inserts wanted of it */
  need: number;
  shots: number;
  trials: number;
  baits: number;
  /** chance of having enough; the prior is stated with it */
  chance: number;
  good?: number;
  /** baits' worth of experience behind that share */
  strength?: number;
  /** shares of its moulds' cavities, where they are known to be unlike */
  cavities?: number[];
  /** inserts it takes, and how many of them are on the shelf already */
  takes?: { count: number; fromShelf: number };
  /**
   * mL at shot heat one shot takes from each barrel, heel and purge in it, and what the barrel
   * holds
   */
  barrels: {
    layer: string;
    layerName: string;
    cup: CupId;
    perShot: number;
    perDraw: number;
    holds: number;
    share: number;
    heel?: number;
    purge?: number;
  }[];
  /**
   * g of each layer in one bait, cavity by cavity at its mean; with what lies in it, they add up to
   * the cavity
   */
  layers?: { layer: string; name: string; grams: number }[];
  shotsPerDraw: number;
  drawsPerShot: number;
}

export interface Laid {
  planned: PlannedRun;
  shots: PlannedShot[];
  draws: PlannedDraw[];
  flows: Flow[];
  /** draw each flow belongs to, by number */
  flowDraws: number[];
}
/**
 * Shots one session may hold, inserts counted: ten evenings of four hands. More is a slip of a
 * finger, or wants splitting.
 */
export const MOST_SHOTS = 1000;
/**
 * Why a job cannot be laid: no number of shots gives enough, or more would be wanted than a session
 * holds.
 */
export type NotLaid = 'spares' | 'shots';
