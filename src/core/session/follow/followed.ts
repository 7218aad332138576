import type { Belief, Learned, Missed } from '../../heat/index.ts';
import { newBelief, NOTHING_MISSED, sharedPrior, spreadScaleOf } from '../../heat/index.ts';
import type { HeatNote, HeatSetup } from '../heatNotes.ts';

export type NoteOf<K extends HeatNote['kind']> = Extract<HeatNote, { kind: K }>;
/** Bursts under way, one an oven, with when each began. */
interface BurstUnderWay {
  door: number;
  oven: string;
  power: number;
  level: number;
  cups: string[];
  begun: number;
  seconds: number;
}

/** A cup's last burst, as what is seen of its hottest is held to it. */
export interface LastBurst {
  oven: string;
  /** °C its mean was reckoned at when it ended, as readings have set it right since */
  mean: number;
  /** K its hottest was reckoned to run ahead then, by the usual */
  over: number;
  /** ms it ended at */
  until: number;
  /** whether a wisp was seen; whether it was stirred since */
  wisp: boolean;
  stirred: boolean;
  /** the first reading since, and what the cup was reckoned at then, °C */
  look: { celsius: number; reckoned: number } | null;
}

/** What has been made of the notes so far. */
export interface Followed {
  belief: Belief;
  bursts: BurstUnderWay[];
  /** share of its heat each cup has spent */
  spent: Record<string, number>;
  /** share of its heat that what each draw took from each cup had spent */
  drawn: Record<string, Record<string, number>>;
  /** reading that was left out last, by cup: one that agrees with it is believed */
  doubted: Record<string, { celsius: number; at: number; device: boolean }>;
  /** ids of readings left out */
  left: string[];
  /** when each cup was last read */
  read: Record<string, number>;
  /** the last burst of each cup, and how many bursts taught of each oven's unevenness */
  lastBurst: Record<string, LastBurst>;
  unevenSeen: Record<string, number>;
  /**
   * the hottest the mean of each charge is reckoned to have been, °C: a small cup is cold again
   * before it is read
   */
  peak: Record<string, number>;
  room: number;
  /** last thing that told of each cup: a reading of it, or a burst since */
  last: Record<string, 'reading' | 'burst' | 'charge'>;
  /** readings taken in */
  readings: number;
  /**
   * of readings of hot cups that a forecast stood before: how many, how many lay in its 80 % range,
   * Σ |off ÷ spread|
   */
  missed: Missed & { inside: number };
}

/**
 * How many times as wide as it reckons itself what is foreseen of cups turns out, tonight and in
 * evenings before.
 */
export const spreadScale = ({ missed }: Pick<Followed, 'missed'>, learned: Learned): number =>
  spreadScaleOf(learned.calibration?.mean ?? 1, missed);

const ROOM = 20;
/** Before the first note. */
export const newFollowed = (at: number, setup: HeatSetup): Followed => ({
  belief: newBelief(at, sharedPrior(setup.learned, setup.reads, setup.check)),
  bursts: [],
  spent: {},
  drawn: {},
  doubted: {},
  left: [],
  read: {},
  peak: {},
  lastBurst: {},
  unevenSeen: {},
  room: ROOM,
  last: {},
  readings: 0,
  missed: { ...NOTHING_MISSED, inside: 0 },
});

/** A cup seen to is out of its oven, and so is whoever stood there with it. */
export const takenOut = (followed: Followed, cup: string): Followed =>
  followed.bursts.some((burst) => burst.cups.includes(cup))
    ? { ...followed, bursts: followed.bursts.filter((burst) => !burst.cups.includes(cup)) }
    : followed;

export const without = <T>(all: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(all).filter(([name]) => name !== key));
