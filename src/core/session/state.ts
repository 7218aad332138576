import type { StepKey } from './stepKinds.ts';
import type { Missed } from '../heat/index.ts';
import type { Stage } from '../build/index.ts';
import type { CupChoice, Job, Tools } from '../plan/index.ts';
import type { JoinedLine } from './state/jobs.ts';
import type { HeatNote } from './heatNotes.ts';
import type { Snapshot } from './state/snapshot.ts';
import type { CupState } from './state/cup.ts';
import type { MouldState } from './state/mould.ts';
import type { InjectorState } from './state/injector.ts';
import type { DrawState, ShotState, LotState } from './state/shot.ts';
import type { Habit } from './habit.ts';
import type { BottleIs } from '../material/bottle.ts';
import type { Plastic } from '../plastic/index.ts';
import type { WayOutKey } from './waysOut.ts';

/** One stage of one job. */
export interface RunState {
  key: string;
  job: Job;
  stage: Stage;
  tools: Tools;
  target: number;
  trials: number;
  done: number;
  trialsDone: number;
}
/** What a session is at, with what is known only then; moments of the bench clock, ms. */
type SessionPhase =
  | { is: 'new' }
  | { is: 'running' }
  | { is: 'broken off'; since: number }
  | { is: 'finished'; at: number };
/** A tub, or a cup left standing, as an act names it. */
export interface TubNamed {
  id?: number;
  name: string;
}
interface KeptPlastic {
  event: string;
  at: number;
  way: WayOutKey;
  tub: TubNamed;
  pucks: number | null;
  cup: string;
  plastic: Plastic;
}
interface TakenPlastic {
  event: string;
  at: number;
  tub: TubNamed;
  cup: string;
  grams: number;
}
interface HandTime {
  n: number;
  seconds: number;
}
export interface SessionState {
  phase: SessionPhase;
  seq: number;
  openedAt: number;
  lastAt: number;
  /** when hands last did something, ms */
  handsAt: number;
  /** ms not worked */
  pausedMs: number;
  breaks: number;
  cups: Map<string, CupState>;
  moulds: Map<string, MouldState>;
  injectors: Map<string, InjectorState>;
  draws: Map<string, DrawState>;
  shots: Map<string, ShotState>;
  runs: Map<string, RunState>;
  /** jobs taken on while it was shot, and cups that were brought for it, as they were chosen */
  also: Job[];
  brought: CupChoice[];
  /** order lines that joined while it was shot */
  joined: JoinedLine[];
  lots: Map<string, LotState>;
  /**
   * what the hands are at: a mould being marked, or having inserts laid in; it keeps the big key
   * until done or left
   */
  focus: { what: 'mark' | 'load'; mould: string } | null;
  /** run the maker took in hand out of turn */
  inHand: string | null;
  puckG: number;
  /** g that left cups without being drawn or tipped into another, by the way they went */
  outG: Map<WayOutKey, number>;
  /** plastic kept for later sessions: tubs of pucks, cups left standing */
  kept: KeptPlastic[];
  /** plastic taken from tubs and cups left standing before */
  taken: TakenPlastic[];
  roomCelsius: number | null;
  /** oven in use, and its power */
  oven: { id: number; level: number };
  /** what the log says of heat, for the estimate */
  heat: HeatNote[];
  skips: Set<string>;
  /** how often each step was left out */
  leftOut: Map<string, number>;
  /** steps that are not asked for: the shop's, and those of tonight */
  never: Set<StepKey>;
  /** what one mould or build goes without: the shop’s, and those of tonight */
  habits: Habit[];
  troubles: { event: string; at: number; about: string; what: string }[];
  notes: { event: string; at: number; mould: string; text: string }[];
  /** bottles as they were found, tonight or before; the others are in order */
  bottles: Map<number, BottleIs>;
  /** moulds whose trial card is filled in, with it */
  trialled: Map<string, { event: string; at: number; verdict: string }>;
  /** by kind of event */
  handTimes: Map<string, HandTime>;
  /** what was said of metal, held to looks at it */
  metalMissed: Missed;
  /** events in force, newest last: what undo would take back */
  log: { id: string; kind: string; at: number; by: string }[];
  undone: number;
  snapshot: Snapshot;
}
