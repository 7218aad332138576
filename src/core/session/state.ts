import type { Block, Build, Injector, Makes, Stage, Vessel } from '../build/index.ts';
import type { Grade, Ingredient, Limits, Material, Runs } from '../material/index.ts';
import { limitsOf } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import type { CupChoice, Job, Plan, PlanInput, Tools } from '../plan/index.ts';
import { kindsTaken, PlanInputSchema, runsOf, sourceOf } from '../plan/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { baitMass, fillLimit, stageMass } from '../shot/index.ts';
import type { Apart } from './apart.ts';
import type { Bounds, Doubt, Verdict } from './bounds.ts';
import type { Kind } from './event.ts';
import type { HeatNote, HeatSetup } from './heat.ts';
import { USUAL_SETUP } from './heat.ts';
import type { BenchSettings } from './settings.ts';
import type { EyeStage, Fault } from './words.ts';

/** All a session starts from: the plan as it was when the bench was opened. Never edited. */
export interface Snapshot {
  name: string;
  units: ShopUnits;
  bench: BenchSettings;
  input: PlanInput;
  plan: Plan;
  /** ovens, and what was learned of the bench before */
  heat: HeatSetup;
  colour: ColourBook;
}

/** A snapshot as it was kept, brought to today's form: the first slice had one stage a job. */
export function upcastSnapshot(raw: Snapshot & { plan: { jobs?: Plan['runs'] } }): Snapshot {
  const { jobs, ...plan } = raw.plan;
  return {
    ...raw,
    heat: raw.heat ?? USUAL_SETUP,
    colour: raw.colour ?? NO_BOOK,
    input: PlanInputSchema.parse(raw.input),
    plan: { ...plan, runs: plan.runs ?? jobs ?? [] },
  };
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
  /** g in the cup once it was in, and °C as reckoned or last read */
  grams: number;
  celsius: number | null;
}
/** What the bench knows of colour: the shelf as it stood, and the version of each mix a cup began from. */
export interface ColourBook {
  materials: Material[];
  versions: Record<string, number>;
  /** how the shop doses */
  dosing: 'drops' | 'weigh';
}
export const NO_BOOK: ColourBook = { materials: [], versions: {}, dosing: 'drops' };
export interface KeptMix {
  event: string;
  at: number;
  as: 'version' | 'branch';
  name: string;
  upTo: number;
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
  /** draw before which each of them comes */
  plannedBefore: number[];
  charges: number;
  grams: number;
  /** g when the estimate of its heat was last told */
  notedG: number;
  freshG: number;
  remeltG: number;
  returnedG: number;
  drawnG: number;
  woken: boolean;
  fused: boolean;
  degassed: boolean;
  /** times it was stirred since it came out of the pot */
  stirs: number;
  coloured: boolean;
  /** as seen on the blade, beside the others */
  runs: Runs;
  heatedS: number;
  /** burst it stands in, bench clock ms */
  inOven: { from: number; until: number; oven: number } | null;
  stirredAt: number | null;
  reading: Reading | null;
  /** the one before, for the trend */
  before: Reading | null;
  trail: TrailEntry[];
  /** heats its plastisol must reach, is kept under and breaks down at, as it stands on the shelf */
  limits: Limits;
  /** what it can be at all since a reading last held; null until it is charged */
  bounds: Bounds | null;
  /** the last reading, where it could not be of this cup: one too hot is believed for safety, one too cold waits for a second */
  doubt: Doubt | null;
  /** what was made of the last reading */
  verdict: Verdict;
  /** version of its mix it began from, where that is known */
  version: number | null;
  /** what was kept of it in the mix notebook */
  keptMixes: KeptMix[];
}
/** A layer on its way into a bait: how much, from which cup, how hot, and how far the cup's trail had come. */
export interface Portion {
  layer: string;
  cup: string;
  ml: number;
  grams: number;
  celsius: number | null;
  runs: Runs;
  trail: number;
  /** how far the cup's plastic was from its mix then */
  apart: Apart;
}
/** What told of a mould's metal: a reading, °C and its spread, or a shot that stood in it until a moment, J. */
export type MetalNote = { at: number } & (
  | { kind: 'read'; celsius: number; sd: number }
  | { kind: 'warmed' }
  | { kind: 'shot'; until: number; joules: number }
);
export type MouldPhase =
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
  metal: { celsius: number; sd: number; at: number };
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
export interface InjectorState {
  key: string;
  injector: Injector;
  block: Block | null;
  blockKey: string | null;
  warmed: boolean;
  /** °C of its barrels when last reckoned, and when */
  metal: { celsius: number; at: number };
  draws: number;
  draw: string | null;
  /** g in each barrel, with the cup each came from, in the order of the run's layers */
  contents: { cup: string; layer: string; grams: number }[];
  /** cup whose colour last stood in each barrel, as it hangs; null = clean */
  stained: (string | null)[];
  shotsSinceEmpty: number;
  lastShotAt: number;
}
export interface DrawState {
  id: string;
  n: number;
  at: number;
  job: string;
  injector: string;
  barrels: Portion[];
  /** what the bench warned of when it was drawn, and in what words */
  against: string[];
  said: string[];
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
  /** run it belongs to */
  job: string;
  mould: string;
  trial: boolean;
  build: Build;
  stage: Stage;
  colourway: { id: number; name: string };
  bait: { id: number; name: string };
  /** draw each cavity was filled from */
  cavities: Map<number, string>;
  /** g shot and poured into each cavity */
  grams: Map<number, number>;
  /** lot of the insert in each cavity */
  inserts: Map<number, string>;
  poured: Portion[];
  mouldCelsius: number | null;
  against: string[];
  said: string[];
  /** the block stood the wrong way */
  turned: boolean;
  /** why it was stopped before its last cavity */
  stopped: string | null;
  toppedOff: number;
  openedAt: number | null;
  /** s it was let cool, s that were said, and s the models alone reckon; null where they were not */
  waited: { seconds: number; reckoned: number; firm: number | null } | null;
  /** °C its mould's metal is reckoned to have been as it went in */
  metal: number;
  markedAt: number | null;
  marks: Map<number, Mark>;
  /** what the maker calls its colours, where they are not as ordered */
  called: { id: number; name: string } | null;
  /** its baits will do for the line, though they are not what was asked for */
  willDo: boolean;
  /** a trial whose good baits are kept */
  keptTrial: boolean;
  /** counted again after the session: what there is, in place of what was marked */
  recount: { good: number; usable: number; second: number } | null;
  /** lost since: dropped, spoilt, given away */
  dropped: { good: number; usable: number };
  /** cavities judged, where each is judged by look */
  judged: Set<number>;
  returnedTo: string | null;
  /** where its shorts and seconds went; the sprue's own place where they are one */
  scrapTo: string | null;
  rackedAt: number | null;
  curedAt: number | null;
  baitsG: number;
  feedG: number;
  tipG: number;
}
/** Inserts of one shot, or of the shelf, that lie ready. */
export interface LotState {
  id: string;
  kind: string;
  makes: Makes;
  from: 'shot' | 'shelf' | 'found';
  made: number;
  left: number;
  spoiled: number;
  /** g of the shot that were no good when they were laid by */
  scrap?: number;
  /** g each */
  each: number;
  oiled: boolean;
}
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
  runs: Map<string, RunState>;
  lots: Map<string, LotState>;
  /** what the hands are at: a mould being marked, or having inserts laid in; it keeps the big key until done or left */
  focus: { what: 'mark' | 'load'; mould: string } | null;
  /** run the maker took in hand out of turn */
  inHand: string | null;
  puckG: number;
  roomCelsius: number | null;
  /** oven in use, and its power */
  oven: { id: number; level: number };
  /** what the log says of heat, for the estimate */
  heat: HeatNote[];
  skips: Set<string>;
  troubles: { event: string; at: number; about: string; what: string }[];
  notes: { event: string; at: number; mould: string; text: string }[];
  /** moulds whose trial card is filled in, with it */
  trialled: Map<string, { event: string; at: number; verdict: string }>;
  handTimes: Map<Kind, HandTime>;
  /** events in force, newest last: what undo would take back */
  log: { id: string; kind: Kind; at: number; by: string }[];
  undone: number;
  snapshot: Snapshot;
}

export function newCup(
  choice: CupChoice,
  letter: string,
  plannedCharges: number[],
  book: Pick<ColourBook, 'materials' | 'versions'>,
): CupState {
  const { recipe } = choice;
  return {
    key: String(choice.mix),
    letter,
    name: recipe.name,
    colour: recipe.colour,
    grade: recipe.grade,
    ladder: recipe.ladder,
    vessel: choice.vessel?.vessel ?? null,
    limitMl: choice.vessel ? fillLimit(choice.vessel.vessel, choice.degas !== 'none') : 0,
    degas: choice.degas,
    plannedCharges,
    plannedBefore: plannedCharges.map((_, i) => (i === 0 ? 1 : Infinity)),
    charges: 0,
    grams: 0,
    notedG: 0,
    freshG: 0,
    remeltG: 0,
    returnedG: 0,
    drawnG: 0,
    woken: false,
    fused: false,
    degassed: false,
    stirs: 0,
    coloured: false,
    runs: 'alike',
    heatedS: 0,
    inOven: null,
    stirredAt: null,
    reading: null,
    before: null,
    trail: [],
    limits: limitsOf(recipe.grade, book.materials),
    bounds: null,
    doubt: null,
    verdict: 'taken',
    version: book.versions[String(choice.mix)] ?? null,
    keptMixes: [],
  };
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
  metal: { celsius: 20, sd: 5, at: 0 },
  giving: null,
});

export const newInjector = (
  id: number,
  injector: Injector,
  block: { id: number; block: Block } | null,
): InjectorState => ({
  key: String(id),
  injector,
  block: block?.block ?? null,
  blockKey: block ? String(block.id) : null,
  warmed: false,
  metal: { celsius: 20, at: 0 },
  draws: 0,
  draw: null,
  contents: [],
  stained: injector.barrels.map(() => null),
  shotsSinceEmpty: 0,
  lastShotAt: 0,
});

/** Adds the metal a run needs that is not on the bench yet. */
export function layOut(s: Pick<SessionState, 'moulds' | 'injectors'>, tools: Tools): void {
  for (const m of tools.moulds)
    if (!s.moulds.has(String(m.id))) s.moulds.set(String(m.id), newMould(m.id, m.mould, m.given));
  const i = tools.injector;
  if (i && !s.injectors.has(String(i.id)))
    s.injectors.set(String(i.id), newInjector(i.id, i.injector, tools.block));
}

/** Inserts the plan takes from the shelf, as lots. */
function shelfLots(job: Job): LotState[] {
  return runsOf(job).flatMap((run) => {
    const source = sourceOf(job, run.stage);
    if (!source || run.tools.fromShelf === 0) return [];
    const mass = stageMass(source.stage, source.mould, null);
    const kind = kindsTaken(job, run.stage)[0]!;
    return [
      {
        id: `shelf ${kind}`,
        kind,
        makes: source.stage.makes,
        from: 'shelf' as const,
        made: run.tools.fromShelf,
        left: run.tools.fromShelf,
        spoiled: 0,
        each: baitMass(mass) / mass.cavities.size,
        oiled: true,
      },
    ];
  });
}

/** The bench before anything has happened. */
export function startState(snapshot: Snapshot): SessionState {
  const { input, plan } = snapshot;
  const s: SessionState = {
    status: 'new',
    seq: 0,
    openedAt: 0,
    lastAt: 0,
    finishedAt: null,
    pausedMs: 0,
    pausedAt: null,
    breaks: 0,
    cups: new Map(
      plan.cups.map((c) => [
        String(c.mix),
        {
          ...newCup(
            input.cups.find((x) => x.mix === c.mix)!,
            c.letter,
            c.charges.map((x) => x.grams),
            snapshot.colour,
          ),
          plannedBefore: c.charges.map((x) => x.beforeDraw),
        },
      ]),
    ),
    moulds: new Map(),
    injectors: new Map(),
    draws: new Map(),
    shots: new Map(),
    lots: new Map(),
    focus: null,
    inHand: null,
    runs: new Map(
      input.jobs.flatMap(runsOf).flatMap((r) => {
        const p = plan.runs.find((x) => x.key === r.key);
        return p
          ? [[r.key, { ...r, target: p.shots, trials: p.trials, done: 0, trialsDone: 0 }] as const]
          : [];
      }),
    ),
    puckG: 0,
    roomCelsius: null,
    oven: { id: snapshot.heat.ovens[0]?.id ?? 0, level: snapshot.heat.ovens[0]?.oven.level ?? 1 },
    heat: [],
    skips: new Set(),
    troubles: [],
    notes: [],
    trialled: new Map(),
    handTimes: new Map(),
    log: [],
    undone: 0,
    snapshot,
  };
  for (const run of s.runs.values()) layOut(s, run.tools);
  for (const job of input.jobs) {
    for (const lot of shelfLots(job)) {
      const held = s.lots.get(lot.id);
      if (held) Object.assign(held, { made: held.made + lot.made, left: held.left + lot.left });
      else s.lots.set(lot.id, lot);
    }
  }
  return s;
}
