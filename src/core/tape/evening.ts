import type { Estimate } from '../heat/index.ts';
import type { CupChoice, PlanInput } from '../plan/input.ts';
import type { CupId } from '../plan/cupId.ts';
import type { PlannedDraw, PlannedShot } from '../plan/laid.ts';
import type { Plan } from '../plan/planned.ts';
import { runsInStep } from '../plan/inStep.ts';
import { type Run, runsOf } from '../plan/run.ts';
import { type Ways, waysOf } from '../ways.ts';
import { ACTS, type ActKey, type Hands } from './acts.ts';
import { type ColourChange, colourChanges } from './colourChanges.ts';
import { CupPace } from './cupPace.ts';
import { HAND_SPREAD, HAND_USUAL, type HandKind, type TimingKnown } from './hands.ts';
import { laneKey } from './lanes.ts';
import { MouldPace } from './mouldPace.ts';
import type { Step } from './schedule.ts';
import { remembered } from '../remembered.ts';

export const handTakes = (known: TimingKnown, kind: HandKind): Estimate =>
  known.hands[kind] ?? { mean: HAND_USUAL[kind], sd: HAND_SPREAD * HAND_USUAL[kind] };

/** Cups a draw takes from, poured or drawn. */
export const cupsOf = remembered((draw: PlannedDraw): readonly CupId[] => [
  ...new Set([...(draw.poured ?? []), ...draw.barrels].map(({ cup }) => cup)),
]);

/** What a session has behind it, where it is laid from the middle on. */
export interface Begun {
  /** cups that were charged: mL hot they hold and °C of it; those whose plastic is through, those coloured */
  holds: ReadonlyMap<CupId, { ml: number; celsius: number }>;
  cooked: ReadonlySet<CupId>;
  coloured: ReadonlySet<CupId>;
  /** °C of moulds that were warmed, by their numbers */
  warm: ReadonlyMap<number, number>;
  /** moulds a shot stands in: s until it is firm; 0 = it is, or it is open already */
  standing: ReadonlyMap<number, number>;
}
/** A session nothing was done of. */
const NOTHING_BEGUN: Begun = {
  holds: new Map(),
  cooked: new Set(),
  coloured: new Set(),
  warm: new Map(),
  standing: new Map(),
};

const lanesOf = (kind: 'oven' | 'hands', count: number): string[] =>
  Array.from({ length: Math.max(1, count) }, (_, nth) => laneKey(kind, nth + 1));

/** A session, and the lanes it is laid on. */
export class Evening {
  readonly runs: Run[];
  readonly draws: readonly PlannedDraw[];
  /** each mould's metal as the evening goes */
  readonly paces: Map<number, MouldPace>;
  /** each cup's plastic as the evening goes */
  readonly cupPaces: Map<CupId, CupPace>;
  readonly ovens: string[];
  readonly ways: Ways;
  /** runs that have draws, those that go on in step together */
  private readonly inStep: readonly (readonly Run[])[];
  /** the same one by one, in the order of their first draws */
  readonly shooting: readonly Run[];
  /** what injectors want between runs, by the keys of the later */
  readonly colourChanges: ReadonlyMap<string, ColourChange>;
  private readonly hands: Record<Hands, readonly string[]>;
  private readonly runByKey: Map<string, Run>;
  private readonly drawsByRun = new Map<string, PlannedDraw[]>();
  private readonly shotByNumber: Map<number, PlannedShot>;
  /** first and last draw that serves each shot, by its number */
  private readonly firstDraw = new Map<number, number>();
  private readonly lastDraw = new Map<number, number>();
  /** shot before each in its mould, by its number */
  private readonly before = new Map<number, number>();

  constructor(
    readonly plan: Plan,
    readonly input: PlanInput,
    readonly known: TimingKnown,
    readonly begun: Begun = NOTHING_BEGUN,
  ) {
    this.runs = input.jobs.flatMap(runsOf);
    this.draws = plan.draws;
    this.ways = waysOf(input.settings);
    this.paces = new Map(
      this.runs
        .flatMap(({ tools }) => tools.moulds)
        .map((entry) => [entry.id, new MouldPace(entry, known, begun.warm.get(entry.id))]),
    );
    this.cupPaces = new Map(
      plan.cups.map(({ id, ...cup }) => {
        const held = begun.holds.get(id);
        const isThrough = begun.cooked.has(id);
        return [
          id,
          new CupPace({ id, ...cup }, this.choice(id), known, held && { ...held, isThrough }),
        ];
      }),
    );
    this.ovens = lanesOf('oven', known.ovens.length);
    const pairs = lanesOf('hands', known.pairs ?? 1);
    const helping = pairs.slice(1);
    this.hands = {
      shoots: pairs.slice(0, 1),
      pulls: helping.length > 0 ? helping : pairs,
      // What anybody may do is done by whoever does not shoot, where there is somebody.
      any: [...helping, pairs[0]!],
    };
    this.runByKey = new Map(this.runs.map((run) => [run.key, run]));
    this.shotByNumber = new Map(plan.shots.map((shot) => [shot.n, shot]));
    for (const draw of plan.draws) {
      const own = this.drawsByRun.get(draw.job);
      if (own) own.push(draw);
      else this.drawsByRun.set(draw.job, [draw]);
      for (const shot of draw.shots) {
        if (!this.firstDraw.has(shot)) this.firstDraw.set(shot, draw.n);
        this.lastDraw.set(shot, draw.n);
      }
    }
    const first = (run: Run) => this.drawsOf(run)[0]!.n;
    this.shooting = this.runs
      .filter(({ key }) => this.drawsByRun.has(key))
      .sort((one, other) => first(one) - first(other));
    this.inStep = runsInStep(this.shooting);
    this.colourChanges = colourChanges(this);
    const lastIn = new Map<number, number>();
    for (const { n: shot, mould } of plan.shots) {
      const was = lastIn.get(mould);
      if (was !== undefined) this.before.set(shot, was);
      lastIn.set(mould, shot);
    }
  }
  /**
   * Pairs of hands an act may be done by, those that had better first: the first pair shoots, the
   * others pull and lay inserts.
   */
  handsFor(act: ActKey): readonly string[] {
    return this.hands[ACTS[act].by ?? 'any'];
  }
  /** Which of the ovens there are a step is in: the first that is among its lanes. */
  ovenIn(lanes: readonly string[]): number {
    return this.ovens.findIndex((lane) => lanes.includes(lane));
  }
  /** An act by hand that takes as long as this shop's hands do, so many times over. */
  byHand(act: ActKey & HandKind, beside: readonly string[] = [], times = 1): Step {
    return {
      act,
      wants: [this.handsFor(act), ...beside.map((lane) => [lane])],
      seconds: times * handTakes(this.known, act).mean,
    };
  }
  /** s of one look at a cup. */
  get look(): number {
    return handTakes(this.known, 'seenTo').mean;
  }
  choice(id: CupId): CupChoice {
    return this.input.cups.find((cup) => cup.id === id)!;
  }
  runOf(draw: PlannedDraw): Run {
    return this.runByKey.get(draw.job)!;
  }
  shotsIn({ shots }: PlannedDraw): PlannedShot[] {
    return shots.map((shot) => this.shotByNumber.get(shot)!);
  }
  /** Shots of a draw that none before it served. */
  begunIn(draw: PlannedDraw): PlannedShot[] {
    return this.shotsIn(draw).filter(({ n: shot }) => this.firstDraw.get(shot) === draw.n);
  }
  /** Shots of a draw that none after it serves. */
  doneIn(draw: PlannedDraw): PlannedShot[] {
    return this.shotsIn(draw).filter(({ n: shot }) => this.lastDraw.get(shot) === draw.n);
  }
  /** Number of the shot before in the same mould; undefined for its first. */
  shotBefore({ n: shot }: PlannedShot): number | undefined {
    return this.before.get(shot);
  }
  /** Draws of one run, in order. */
  drawsOf(run: Run): readonly PlannedDraw[] {
    return this.drawsByRun.get(run.key) ?? [];
  }
  /** The draw before one; undefined before the first. */
  drawBefore(draw: PlannedDraw): PlannedDraw | undefined {
    return this.draws[this.draws.indexOf(draw) - 1];
  }
  /** The last draw before a run's first that was shot with its injector; undefined where none was. */
  lastWith({ key, tools }: Run): PlannedDraw | undefined {
    const [first] = this.drawsByRun.get(key)!;
    return this.draws
      .slice(0, this.draws.indexOf(first!))
      .findLast((draw) => this.runOf(draw).tools.injector?.id === tools.injector?.id);
  }
  /**
   * The last draw before a run and those that go on in step with it; undefined before the first of
   * all.
   */
  lastBefore(run: Run): PlannedDraw | undefined {
    const [first] = this.inStep.find((group) => group.includes(run)) ?? [];
    const own = first && this.drawsOf(first)[0];
    return own && this.drawBefore(own);
  }
}
