import type { Mould } from '../../mould/schema.ts';
import type { Portion } from './injector.ts';
import type { Reading } from './cup.ts';

/**
 * What told of a mould's metal: a reading, °C and its spread, or a shot that stood in it until a
 * moment, J.
 */
/**
 * A mould's metal as it is reckoned: °C, K by which it may be off whatever its loss, and K it would
 * be hotter for each ln its loss is reckoned too small.
 */
export interface MetalKnown {
  celsius: number;
  own: number;
  slope: number;
}
/** @param room what the room was taken to be when it was noted, °C */
export type MetalNote = { at: number; room: number } & (
  | { kind: 'read'; celsius: number; sd: number }
  | { kind: 'warmed'; celsius: number }
  | { kind: 'shot'; until: number; joules: number }
);
/** What a mould is at, with what is known only then. Moments are of the bench clock, ms. */
type MouldPhase =
  | { is: 'open' }
  | { is: 'closed' }
  | { is: 'filling' }
  | { is: 'holding'; until: number }
  | {
      is: 'cooling';
      /** when the last of it went in: from then on it sets */
      wentIn: number;
      readyAt: number;
      /** that time was reckoned by the models, not the mould's own figure */
      reckoned: boolean;
      /** s from when it went in after which the models alone call it firm; null: nothing was reckoned */
      firm: number | null;
      /** when its sprue is looked at again */
      lookAt: number;
      toppedOff: boolean;
      looked: boolean;
    }
  | { is: 'opened' }
  | { is: 'marked' }
  | { is: 'cleared' };
/** A mould's cooling, while it cools. */
export type Cooling = Extract<MouldPhase, { is: 'cooling' }>;
export const coolingOf = ({ phase }: Pick<MouldState, 'phase'>): Cooling | null =>
  phase.is === 'cooling' ? phase : null;
/** Until when a mould is held; 0 where it is not. */
export const heldUntil = ({ phase }: Pick<MouldState, 'phase'>): number =>
  phase.is === 'holding' ? phase.until : 0;

/** Since when what stands in a mould sets, ms; the moment itself where nothing stands in it. */
export function wentIn({ phase, since }: Pick<MouldState, 'phase' | 'since'>, now: number): number {
  if (phase.is === 'cooling') return phase.wentIn;
  return phase.is === 'holding' ? since : now;
}

export interface MouldState {
  key: string;
  mould: Mould;
  phase: MouldPhase;
  cycles: number;
  /** shots it gave before this session */
  given: number;
  /** shot standing in it */
  shot: string | null;
  warmed: boolean;
  reading: Reading | null;
  closures: number;
  gaps: string[];
  looseIn: boolean;
  top: 'unseen' | 'right' | 'wrong';
  /** insert lying in each cavity, by its lot */
  loaded: Map<number, string>;
  /** cavities with a gap seen round their insert */
  gapped: Set<number>;
  /** poured by hand into it, not yet part of a shot */
  pours: Portion[];
  /** what the bench warned of as they were poured */
  pouredAgainst: Set<string>;
  pouredSaid: Set<string>;
  /** what told of its metal's heat: readings, and what shots gave it */
  metalNotes: MetalNote[];
  /** °C of its metal when last reckoned, how sure, K, and when */
  metal: MetalKnown & { at: number };
  /** what the shot in it is giving its metal: J from one moment to another */
  giving: { from: number; until: number; joules: number } | null;
  /** when it was closed, its hold began, or the pressure came off: the last of these */
  since: number;
}
export const newMould = (id: number, mould: Mould, given = 0): MouldState => ({
  key: String(id),
  mould,
  phase: { is: 'open' },
  cycles: 0,
  given,
  shot: null,
  warmed: false,
  reading: null,
  closures: 0,
  gaps: [],
  looseIn: false,
  top: 'unseen',
  loaded: new Map(),
  gapped: new Set(),
  pours: [],
  pouredAgainst: new Set(),
  pouredSaid: new Set(),
  since: 0,
  metalNotes: [],
  metal: { celsius: 20, own: 5, slope: 0, at: 0 },
  giving: null,
});
