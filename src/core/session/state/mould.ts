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
export type MetalNote = { at: number } & (
  | { kind: 'read'; celsius: number; sd: number }
  | { kind: 'warmed' }
  | { kind: 'shot'; until: number; joules: number }
);
type MouldPhase =
  'open' | 'closed' | 'filling' | 'holding' | 'cooling' | 'opened' | 'marked' | 'cleared';
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
  told: MetalNote[];
  /** °C of its metal when last reckoned, how sure, K, and when */
  metal: MetalKnown & { at: number };
  /** what the shot in it is giving its metal: J from one moment to another */
  giving: { from: number; until: number; joules: number } | null;
  since: number;
  holdUntil: number;
  readyAt: number;
  /** that time was reckoned by the models, not the mould's own figure */
  reckoned: boolean;
  /** s after which the models alone call it firm; null where nothing was reckoned */
  firm: number | null;
  lookAt: number;
  toppedOff: boolean;
  looked: boolean;
}
export const newMould = (id: number, mould: Mould, given = 0): MouldState => ({
  key: String(id),
  mould,
  phase: 'open',
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
  holdUntil: 0,
  readyAt: 0,
  reckoned: false,
  firm: null,
  told: [],
  lookAt: 0,
  toppedOff: false,
  looked: false,
  metal: { celsius: 20, own: 5, slope: 0, at: 0 },
  giving: null,
});
