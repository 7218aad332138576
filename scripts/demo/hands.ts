import { isTest } from '../../src/core/session/guard/window.ts';
import type { Story } from './stories.ts';
import { v5 } from 'uuid';
import type { Stage } from '../../src/core/build/index.ts';
import type {
  AnyEvent,
  Fault,
  Send,
  SessionState,
  Snapshot,
  Step,
} from '../../src/core/session/index.ts';
import {
  apply,
  EVENT_VERSION,
  faultsOf,
  heatCups,
  nextStep,
  runInHand,
  startState,
  steps,
} from '../../src/core/session/index.ts';
import { normal } from '../../src/core/chance.ts';
import { metalOf } from './metal.ts';
import { stoveOf } from './stove.ts';

const SPACE = '6f1f1c1e-5c0e-4a52-9d1f-2d5f7d7a3b11';

export interface Rehearsal {
  session: number;
  snapshot: Snapshot;
  startAt: number;
  chance: () => number;
  /** stop when this says so, before the next act */
  until?: (state: SessionState) => boolean;
  /** share of baits a cavity spoils: mould key and cavity number */
  spoil?: (mould: string, cavity: number, shotInSession: number) => number;
  /** what the evening is like beside that */
  story?: Story;
}

const FAULTY: Fault[] = ['short', 'dent', 'short', 'bubbles', 'flash'];
/** Faults of a stage's own come as often as the common ones. */
const faultFor = (stage: Stage, chance: () => number): Fault => {
  const own = faultsOf(stage).filter((fault) =>
    ['coreShort', 'rodFlash', 'smeared', 'muddied', 'line'].includes(fault),
  );
  const all = [...FAULTY, ...own, ...own];
  return all[Math.floor(chance() * all.length)]!;
};
/** s a step takes, in the middle: those that take their own time. */
const TAKES: Partial<Record<Step['key'], number>> = { wake: 60, rack: 25 };
const USUALLY = 12;
/** Steps that are over when their time is. */
const WAITED_FOR: ReadonlySet<Step['key']> = new Set(['cool', 'hold']);
/** s between the acts of one step, by what they are. */
export const APART = { before: 9, mark: 2.5, probe: 6, after: 4 } as const;
/** Looks at one cup before it is given up for this draw. */
const LOOKS = 2;
const LOOKS_A_DRAW = 8;

/** A maker at work: where the evening stands, and what has been done so far. */
export class Hands {
  readonly state: SessionState;
  readonly events: AnyEvent[] = [];
  readonly chance: () => number;
  private now: number;
  private readonly tries = new Map<string, number>();
  private readonly stove: ReturnType<typeof stoveOf>;
  private readonly metal: ReturnType<typeof metalOf>;
  private readonly spoil: NonNullable<Rehearsal['spoil']>;

  constructor(private readonly rehearsal: Rehearsal) {
    const { snapshot, startAt, chance, spoil = () => 0.05 } = rehearsal;
    this.state = startState(snapshot);
    this.chance = chance;
    this.now = startAt;
    this.spoil = spoil;
    this.stove = stoveOf(this.state, {
      startAt,
      chance,
      now: () => this.now,
      spend: (seconds) => this.spend(seconds),
      send: (what) => this.send(what),
      room: rehearsal.story?.room,
    });
    this.metal = metalOf(this.state, this.stove.room, chance, () => this.now);
  }
  spend(seconds: number): void {
    this.now += 1000 * seconds;
  }
  send(what: Send): void {
    const { session } = this.rehearsal;
    const event = {
      id: v5(`${session}/${this.events.length}`, SPACE),
      session,
      seq: this.events.length + 1,
      at: Math.round(this.now),
      by: 'bench',
      v: EVENT_VERSION,
      ...what,
    } as AnyEvent;
    this.events.push(event);
    apply(this.state, event);
    this.stove.heard(event);
    this.metal.heard(event);
  }
  private read(target: NonNullable<Step['read']> | { kind: 'room'; key: 'room' }, celsius: number) {
    this.send({ kind: 'reading', payload: { target, celsius, stage: null, from: 'typed' } });
  }
  begins(): void {
    this.send({ kind: 'opened', payload: {} });
    this.read({ kind: 'room', key: 'room' }, Math.round(this.stove.room));
    const is = this.rehearsal.story?.bottles;
    for (const material of is ? this.plastisols() : [])
      this.send({ kind: 'bottleNoted', payload: { material, is: is! } });
  }
  /** Bottles the evening's plastisol comes out of, and those that were not well. */
  private plastisols(): Set<number> {
    const { cups, bottles } = this.state;
    return new Set([
      ...[...cups.values()].flatMap(({ plastisols }) => plastisols),
      ...bottles.keys(),
    ]);
  }
  next(): Step | null {
    return nextStep(this.state, this.now);
  }
  /** Its time passes: what is only waited for is done with that. */
  takes(step: Step): void {
    this.spend(Math.max(2, normal(this.chance, TAKES[step.key] ?? USUALLY, 4)));
    if (WAITED_FOR.has(step.key)) this.now = Math.max(this.now, step.until ?? this.now);
  }
  /** Twice as many as planned and still short: nobody goes on tonight. */
  isEnough(step: Step): boolean {
    return (
      step.key === 'more' && this.state.shots.size >= 2 * this.rehearsal.snapshot.plan.shots.length
    );
  }
  probe(mould: string): void {
    this.read({ kind: 'mould', key: mould }, this.metal.read(mould));
  }
  /** A cup is read: cooked on, or brought together with the others of its draw. */
  look(step: Step, cup: string): void {
    const { state, tries } = this;
    const looks = state.draws.size * LOOKS_A_DRAW;
    if (step.key === 'cook' || step.key === 'stir') this.stove.cook(cup);
    else if (tries.get(step.target) === looks + LOOKS)
      this.send({ kind: 'skipped', payload: step.skip! });
    else {
      tries.set(step.target, Math.max(tries.get(step.target) ?? 0, looks) + 1);
      this.match(step, cup);
    }
  }
  /** Drawn or poured at once, at the heats the bench reckons: a match goes stale in seconds. */
  private match(step: Step, cup: string): void {
    const { state } = this;
    const run = runInHand(state);
    const together = this.stove.match(
      state.injectors.has(step.target) && run
        ? heatCups(state, run).map((heatCup) => heatCup.key)
        : [cup],
      (run && isTest(run) ? run.tools.tries : run?.tools.window) ?? { low: 158, high: 168 },
    );
    if (!together) return;
    const act = steps(state, this.now).find(({ key }) => key === 'draw' || key === 'pour')?.send;
    if (act?.kind === 'drawn') {
      const barrels = act.payload.barrels.map((barrel) => ({
        ...barrel,
        ...together.get(barrel.cup),
      }));
      this.send({ kind: 'drawn', payload: { ...act.payload, barrels } });
    } else if (act?.kind === 'poured') {
      const celsius = together.get(act.payload.cup)?.celsius;
      this.send({ kind: 'poured', payload: { ...act.payload, celsius } });
    }
  }
  trial(mould: string): void {
    const shot = [...this.state.shots.values()].find((other) => other.mould === mould)!;
    this.send({
      kind: 'trialled',
      payload: {
        mould,
        shot: shot.id,
        fill: 'full',
        letsGo: 'TOP',
        hold: 9,
        window: { low: 160, high: 170 },
        bait: 9.3,
        verdict: 'good',
        note: '',
      },
    });
  }
  /** One cavity looked at before it takes more: good, or its colours have run into one another. */
  secondLook(step: Step, { shot, cavity }: { shot: string; cavity: number }): void {
    const { mould } = this.state.shots.get(shot)!;
    this.send(
      this.chance() > this.spoil(mould, cavity, 2)
        ? step.send!
        : { kind: 'cavityMarked', payload: { shot, cavity, grade: 'usable', fault: 'muddied' } },
    );
  }
  /** Cavities that did not come good, before the rest are said to have. */
  mark(step: Step): void {
    const mould = this.state.moulds.get(step.target)!;
    const shot = this.state.shots.get(mould.shot!)!;
    for (const cavity of shot.cavities.keys()) {
      const done =
        this.metal.fault(shot) ??
        this.rehearsal.story?.befalls(this.state, shot, cavity, this.chance) ??
        null;
      if (done === null && this.chance() > this.spoil(mould.key, cavity, shot.n)) continue;
      this.spend(APART.mark);
      if (shot.marks.has(cavity)) continue;
      const fault = done ?? faultFor(shot.stage, this.chance);
      const usable = fault !== 'short' && this.chance() < 0.35;
      const grade = usable ? 'usable' : 'second';
      this.send({ kind: 'cavityMarked', payload: { shot: shot.id, cavity, grade, fault } });
    }
  }
  /** Every second shot a probe is held to the open mould. */
  afterOpening(step: Step): void {
    const shot = this.state.shots.get(this.state.moulds.get(step.target)?.shot ?? '');
    if (step.key !== 'open' || (shot?.n ?? 0) % 2 !== 0) return;
    this.spend(APART.probe);
    this.probe(step.target);
  }
  /** What goes with a step, before it or after. */
  along(sends: readonly Send[] | undefined, apart: number): void {
    for (const one of sends ?? []) {
      this.spend(apart);
      this.send(one);
    }
  }
}
