import type { Vessel } from '../build/tools.ts';
import type { Estimate } from '../heat/meanAndSpread.ts';
import type { Instrument, Check } from '../heat/instrument.ts';
import { type Learned, NOTHING_LEARNED } from '../heat/learned.ts';
import { USUAL_OVEN } from '../heat/oven.ts';
import type { Oven } from '../heat/schema.ts';
import type { Verdict } from './bounds.ts';

/** Ovens of the shop and what it had learned, as they were when the session was opened. */
export interface HeatSetup {
  ovens: { id: number; oven: Oven }[];
  learned: Learned;
  /** m above the sea, for the vacuum pot */
  altitude?: number;
  /** what heats are read with, and what it showed when it was checked */
  reads?: Instrument;
  check?: Check | null;
}
export const USUAL_SETUP: HeatSetup = {
  ovens: [{ id: 0, oven: USUAL_OVEN }],
  learned: NOTHING_LEARNED,
};
/** An oven of the session by its number; one it does not know is taken for its first. */
export const ovenOf = ({ ovens }: HeatSetup, id: number): HeatSetup['ovens'][number] =>
  ovens.find((held) => held.id === id) ?? ovens[0] ?? USUAL_SETUP.ovens[0]!;

interface Note {
  /**
   * of the event it comes from: two lists that begin with the same ids begin with the same notes
   */
  id: string;
  at: number;
}
/**
 * Where what plastic had spent of its heat is known from: the draws it comes back from, the cup it
 * was tipped from, the share that was written down; `remelt` = nobody knows.
 */
export type HeatFrom = string[] | 'remelt' | { cup: string } | { spent: number };
/** What the log says of heat, in the order it was recorded. */
export type HeatNote = Note &
  (
    | {
        kind: 'mass';
        cup: string;
        vessel: Vessel | null;
        grams: number;
        added: {
          grams: number;
          celsius: Estimate;
          /** nothing: it is fresh */ from?: HeatFrom;
        } | null;
      }
    | { kind: 'drawn'; draw: string; cups: string[] }
    | {
        kind: 'burst';
        cups: string[];
        oven: number;
        level: number;
        seconds: number;
        ended: boolean;
      }
    | { kind: 'out'; cup: string }
    | {
        kind: 'reading';
        cup: string;
        celsius: number;
        sd: number;
        eye: boolean;
        device: boolean;
        verdict?: Verdict;
      }
    | { kind: 'cold'; room: number }
    | { kind: 'room'; celsius: number }
  );
/**
 * How far a reading may be off, K: typed from a display, sent by a device. By eye it is its stage's
 * interval.
 */
export const READING_SD = { typed: 0.7, device: 0.5 } as const;
