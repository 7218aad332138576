import type { StepKey } from './stepKinds.ts';
import type { Missed } from '../heat/index.ts';
import { NOTHING_MISSED } from '../heat/index.ts';
import type { Stage } from '../build/index.ts';
import type { CupChoice, Job, Plan, Tools } from '../plan/index.ts';
import type { JoinedLine } from './state/jobs.ts';
import { kindsTaken, runsOf, sourceOf } from '../plan/index.ts';
import { baitMass, stageMass } from '../shot/index.ts';
import type { HeatNote } from './heatNotes.ts';
import { alter } from './alter.ts';
import type { Snapshot } from './state/snapshot.ts';
import { type CupState, newCup } from './state/cup.ts';
import type { MouldState } from './state/mould.ts';
import { newMould } from './state/mould.ts';
import { type InjectorState, newInjector } from './state/injector.ts';
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

/** Adds the metal a run needs that is not on the bench yet. */
export function layOut(other: Pick<SessionState, 'moulds' | 'injectors'>, tools: Tools): void {
  for (const mould of tools.moulds)
    if (!other.moulds.has(String(mould.id)))
      other.moulds.set(String(mould.id), newMould(mould.id, mould.mould, mould.given));
  const injector = tools.injector;
  if (injector && !other.injectors.has(String(injector.id)))
    other.injectors.set(
      String(injector.id),
      newInjector(injector.id, injector.injector, tools.block),
    );
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

/** A figure of each charge of a cup in turn: pucks that it is begun from are its first. */
const ofCharges = (
  { charges, begins }: Plan['cups'][number],
  figure: 'grams' | 'beforeDraw',
): number[] => [
  ...(begins ? [{ grams: begins.grams, beforeDraw: 1 }[figure]] : []),
  ...charges.map((charge) => charge[figure]),
];

/** The bench before anything has happened. */
export function startState(snapshot: Snapshot): SessionState {
  const { input, plan } = snapshot;
  const state: SessionState = {
    phase: { is: 'new' },
    seq: 0,
    openedAt: 0,
    lastAt: 0,
    handsAt: 0,
    pausedMs: 0,
    breaks: 0,
    cups: new Map(
      plan.cups.map((cup) => [
        cup.id,
        {
          ...newCup(
            input.cups.find((use) => use.id === cup.id)!,
            cup.letter,
            ofCharges(cup, 'grams'),
            snapshot.colour,
          ),
          plannedBefore: ofCharges(cup, 'beforeDraw'),
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
    also: [],
    brought: [],
    joined: [],
    runs: new Map(
      input.jobs.flatMap(runsOf).flatMap((run) => {
        const planned = plan.runs.find((planned) => planned.key === run.key);
        return planned
          ? [
              [
                run.key,
                { ...run, target: planned.shots, trials: planned.trials, done: 0, trialsDone: 0 },
              ] as const,
            ]
          : [];
      }),
    ),
    puckG: 0,
    outG: new Map(),
    kept: [],
    taken: [],
    roomCelsius: null,
    oven: { id: snapshot.heat.ovens[0]?.id ?? 0, level: snapshot.heat.ovens[0]?.oven.level ?? 1 },
    heat: [],
    skips: new Set(),
    leftOut: new Map(),
    never: new Set(snapshot.bench.never ?? []),
    habits: [...(snapshot.bench.habits ?? [])],
    troubles: [],
    notes: [],
    bottles: new Map(
      Object.entries(snapshot.colour.bottles ?? {}).map(([id, is]) => [Number(id), is]),
    ),
    trialled: new Map(),
    handTimes: new Map(),
    metalMissed: NOTHING_MISSED,
    log: [],
    undone: 0,
    snapshot,
  };
  for (const run of state.runs.values()) layOut(state, run.tools);
  for (const job of input.jobs) {
    for (const lot of shelfLots(job)) {
      const held = state.lots.get(lot.id);
      if (held) alter(held, { made: held.made + lot.made, left: held.left + lot.left });
      else state.lots.set(lot.id, lot);
    }
  }
  return state;
}
