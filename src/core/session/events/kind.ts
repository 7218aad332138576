import type * as z from 'zod';
import type { Estimate } from '../../heat/meanAndSpread.ts';
import type { HeatFrom, HeatNote } from '../heatNotes.ts';
import type { SessionState } from '../state.ts';

/** What every event carries, whatever happened. */
interface Envelope {
  /** made by the client: the same act sent twice is one event */
  id: string;
  session: number;
  /** given by the server; absent while it is still on its way */
  seq?: number;
  /** bench clock, ms since 1970 */
  at: number;
  /** bench or device it came from */
  by: string;
  v: number;
}
export type EventOf<P> = Envelope & { payload: P };

/** Hand work, as the table of hand times names it. */
export interface Work<P> {
  name: string;
  /** bench clock until which a machine was waited for, not the hands worked, ms; `at` = now */
  waits?: (state: SessionState, payload: P, at: number) => number;
  /** how many things the hands did at once; one where it is not said */
  times?: (payload: P) => number;
  /** whether hands did it at all; they did where it is not said */
  byHand?: (payload: P) => boolean;
}
/** Plastic an event puts into cups. */
export interface Brings<P> {
  /** how hot it is (judgements); null: as the room */
  celsius: Estimate | null | ((state: SessionState, payload: P) => Estimate | null);
  /** where what it had spent of its heat is known from; nothing: it is fresh */
  from: (state: SessionState, payload: P) => HeatFrom | undefined;
}

/**
 * What one kind of event, with a payload of this schema, is and does. Every field is asked for: what
 * a kind does not have is said, not left out.
 */
export interface EventKind<S extends z.ZodType> {
  /** the hand work it is; null: a record of something else */
  work: Work<z.infer<S>> | null;
  /**
   * what the act is, apart from who pressed the key: two benches that both record the third filling
   * of one mould mean the same filling. Null: it may really happen twice
   */
  identity: (state: SessionState, payload: z.infer<S>) => (string | number)[] | null;
  /** shots whose rows in the read tables it changes, asked once it has had its effect */
  rows: (state: SessionState, payload: z.infer<S>) => string[] | 'all';
  /** what it tells the estimate of heat */
  heat: (state: SessionState, event: EventOf<z.infer<S>>) => HeatNote | null;
  brings: Brings<z.infer<S>>;
  /**
   * what it does to the state. One that names something unknown, or has already had its effect,
   * does nothing: benches may repeat and cross each other
   */
  apply: (state: SessionState, event: EventOf<z.infer<S>>) => void;
}

export const mayComeTwice = (): null => null;
export const noRows = (): string[] => [];
export const saysNothingOfHeat = (): null => null;
/** Nothing from elsewhere: what a cup gains by it is its own again. */
export const OWN: Brings<unknown> = { celsius: null, from: () => [] };

/** One cycle of a mould. */
export const mouldCycle = (state: SessionState, mould: string): string =>
  `${mould}:${state.moulds.get(mould)?.cycles ?? 0}`;
/** The shot that stands in a mould. */
export function shotIn(state: SessionState, mould: string): string[] {
  const shot = state.moulds.get(mould)?.shot;
  return shot ? [shot] : [];
}

/** An act that neither heats nor cools, and puts no plastic into a cup. */
const NO_HEAT = { heat: saysNothingOfHeat, brings: OWN } as const;
/** An act that may be done again and again, and stands in no row of the read tables. */
export const AGAIN = { identity: mayComeTwice, rows: noRows, ...NO_HEAT } as const;
/** An act done once to a shot, whoever does it. */
export const ONCE_A_SHOT = {
  identity: (_state: SessionState, { shot }: { shot: string }) => [shot],
  rows: (_state: SessionState, { shot }: { shot: string }) => [shot],
  ...NO_HEAT,
} as const;
/** An act done once in each cycle of a mould, to the shot in it. */
export const ONCE_A_CYCLE = {
  identity: (state: SessionState, { mould }: { mould: string }) => [mouldCycle(state, mould)],
  rows: (state: SessionState, { mould }: { mould: string }) => shotIn(state, mould),
  ...NO_HEAT,
} as const;

/**
 * What is so of every act that puts a shot right afterwards: it may be done again, it says nothing
 * of heat, and it brings its own.
 */
export const AFTERWARDS = { identity: mayComeTwice, ...NO_HEAT } as const;
