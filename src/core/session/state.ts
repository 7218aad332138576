import type { BuildKey, Block, Injector, Vessel } from '../build/index.ts';
import type { Grade, Ingredient } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import type { CupChoice, Job, Plan, PlanInput } from '../plan/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { fillLimit } from '../shot/index.ts';
import type { Kind } from './event.ts';
import type { BenchSettings } from './settings.ts';
import type { EyeStage, Fault } from './words.ts';

/** All a session starts from: the plan as it was when the bench was opened. Never edited. */
export interface Snapshot {
  name: string;
  units: ShopUnits;
  bench: BenchSettings;
  input: PlanInput;
  plan: Plan;
}

export interface Reading {
  at: number;
  celsius: number;
  low: number;
  high: number;
  stage: EyeStage | null;
}
/** What went into a cup, in order. A draw remembers how far the trail had come. */
export interface TrailEntry {
  event: string;
  at: number;
  what: string;
  amount: number;
  dimension: 'drops' | 'volume' | 'mass';
}
export interface CupState {
  key: string;
  letter: string;
  name: string;
  colour: string;
  grade: Grade;
  ladder: Ingredient[];
  vessel: Vessel | null;
  limitMl: number;
  degas: CupChoice['degas'];
  /** grams to charge, from the plan, charge by charge */
  plannedCharges: number[];
  charges: number;
  grams: number;
  freshG: number;
  remeltG: number;
  returnedG: number;
  drawnG: number;
  woken: boolean;
  fused: boolean;
  degassed: boolean;
  coloured: boolean;
  /** s in the microwave or on the stove, in all */
  heatedS: number;
  stirredAt: number | null;
  reading: Reading | null;
  /** the one before, for the trend */
  before: Reading | null;
  trail: TrailEntry[];
}
export type MouldPhase = 'open' | 'closed' | 'filling' | 'holding' | 'cooling' | 'opened' | 'marked' | 'cleared';
export interface MouldState {
  key: string;
  mould: Mould;
  phase: MouldPhase;
  cycles: number;
  /** shot standing in it */
  shot: string | null;
  warmed: boolean;
  reading: Reading | null;
  closures: number;
  gaps: string[];
  looseIn: boolean;
  top: 'unseen' | 'right' | 'wrong';
  since: number;
  holdUntil: number;
  readyAt: number;
  lookAt: number;
  toppedOff: boolean;
  looked: boolean;
}
export interface InjectorState {
  key: string;
  injector: Injector;
  block: Block | null;
  blockKey: string | null;
  warmed: boolean;
  draws: number;
  draw: string | null;
  /** g in each barrel, with the cup each came from */
  contents: { cup: string; layer: string; grams: number }[];
  shotsSinceEmpty: number;
}
export interface DrawState {
  id: string;
  n: number;
  at: number;
  job: string;
  injector: string;
  barrels: { layer: string; cup: string; ml: number; grams: number; celsius: number | null; trail: number }[];
  /** what the bench warned of when it was drawn */
  against: string[];
  plug: string | null;
}
export interface Mark {
  grade: 'good' | 'usable' | 'second';
  fault: Fault | null;
}
export interface ShotState {
  id: string;
  n: number;
  at: number;
  job: string;
  mould: string;
  trial: boolean;
  build: BuildKey;
  colourway: { id: number; name: string };
  bait: { id: number; name: string };
  /** draw each cavity was filled from */
  cavities: Map<number, string>;
  mouldCelsius: number | null;
  against: string[];
  toppedOff: number;
  openedAt: number | null;
  markedAt: number | null;
  marks: Map<number, Mark>;
  returnedTo: string | null;
  rackedAt: number | null;
  curedAt: number | null;
  baitsG: number;
  feedG: number;
}
export interface JobState {
  key: string;
  job: Job;
  target: number;
  trials: number;
  done: number;
  trialsDone: number;
}
export interface HandTime {
  n: number;
  seconds: number;
}
export interface SessionState {
  status: 'new' | 'running' | 'broken off' | 'finished';
  seq: number;
  openedAt: number;
  lastAt: number;
  finishedAt: number | null;
  /** ms not worked */
  pausedMs: number;
  pausedAt: number | null;
  breaks: number;
  cups: Map<string, CupState>;
  moulds: Map<string, MouldState>;
  injectors: Map<string, InjectorState>;
  draws: Map<string, DrawState>;
  shots: Map<string, ShotState>;
  jobs: Map<string, JobState>;
  puckG: number;
  roomCelsius: number | null;
  skips: Set<string>;
  troubles: { event: string; at: number; about: string; what: string }[];
  handTimes: Map<Kind, HandTime>;
  /** events in force, newest last: what undo would take back */
  log: { id: string; kind: Kind; at: number; by: string }[];
  undone: number;
  snapshot: Snapshot;
}

export function newCup(choice: CupChoice, letter: string, plannedCharges: number[]): CupState {
  const { recipe } = choice;
  return {
    key: String(choice.mix), letter, name: recipe.name, colour: recipe.colour, grade: recipe.grade, ladder: recipe.ladder, vessel: choice.vessel?.vessel ?? null,
    limitMl: choice.vessel ? fillLimit(choice.vessel.vessel, choice.degas !== 'none') : 0, degas: choice.degas, plannedCharges, charges: 0, grams: 0,
    freshG: 0, remeltG: 0, returnedG: 0, drawnG: 0, woken: false, fused: false, degassed: false, coloured: false, heatedS: 0, stirredAt: null, reading: null, before: null, trail: [],
  };
}

export const newMould = (id: number, mould: Mould): MouldState => ({
  key: String(id), mould, phase: 'open', cycles: 0, shot: null, warmed: false, reading: null, closures: 0, gaps: [], looseIn: false, top: 'unseen',
  since: 0, holdUntil: 0, readyAt: 0, lookAt: 0, toppedOff: false, looked: false,
});

export const newInjector = (id: number, injector: Injector, block: { id: number; block: Block } | null): InjectorState => ({
  key: String(id), injector, block: block?.block ?? null, blockKey: block ? String(block.id) : null, warmed: false, draws: 0, draw: null, contents: [], shotsSinceEmpty: 0,
});

/** The bench before anything has happened. */
export function startState(snapshot: Snapshot): SessionState {
  const { input, plan } = snapshot;
  return {
    status: 'new', seq: 0, openedAt: 0, lastAt: 0, finishedAt: null, pausedMs: 0, pausedAt: null, breaks: 0,
    cups: new Map(plan.cups.map((c) => [String(c.mix), newCup(input.cups.find((x) => x.mix === c.mix)!, c.letter, c.charges.map((x) => x.grams))])),
    moulds: new Map(input.jobs.flatMap((j) => j.moulds).map((m) => [String(m.id), newMould(m.id, m.mould)])),
    injectors: new Map(input.jobs.filter((j) => j.injector).map((j) => [String(j.injector!.id), newInjector(j.injector!.id, j.injector!.injector, j.block)])),
    draws: new Map(), shots: new Map(),
    jobs: new Map(plan.jobs.map((p) => [p.key, { key: p.key, job: input.jobs.find((j) => j.key === p.key)!, target: p.shots, trials: p.trials, done: 0, trialsDone: 0 }])),
    puckG: 0, roomCelsius: null, skips: new Set(), troubles: [], handTimes: new Map(), log: [], undone: 0, snapshot,
  };
}
