import type { HeatAnswer, HeatPlan, Step } from '../../../src/core/session/index.ts';
import {
  advise,
  asksFelt,
  follower,
  forecastBench,
  heatAsk,
  keepPlan,
  runInHand,
  steps,
} from '../../../src/core/session/index.ts';
import type { Ablation } from './play.ts';
import type { Table } from './table.ts';
import { more, plainly } from './thumb.ts';

/** A step that only counts down is waited for in pieces: the bench looks again meanwhile. */
const PIECE = 4;

/** Makes one evening by what the bench says, with ordinary human error. */
export class Advised {
  private plan: HeatPlan | null = null;
  private answer: HeatAnswer | null = null;
  private readonly follow;
  /** ms each advice took */
  readonly took: number[] = [];
  /** whoever wants to hear what is said */
  heard: (step: Step, answer: HeatAnswer | null) => void = () => {};
  constructor(
    private readonly table: Table,
    private readonly without?: Ablation,
  ) {
    this.follow = follower(table.state.snapshot.heat);
  }
  /** What the bench says now. */
  look(): Step | null {
    const { state, now } = this.table;
    const run = runInHand(state);
    const since = performance.now();
    const all = steps(state, now);
    const ask = heatAsk(state, 1, { run, now, all: this.without === 'no look-ahead' ? [] : all });
    const answer: HeatAnswer | null =
      state.heat.length > 0 ? forecastBench(this.follow(state.heat, now), ask) : null;
    this.answer = answer;
    this.plan = keepPlan(this.plan, ask, answer, now);
    const step = advise(state, all, { answer, plan: this.plan, notes: state.heat, now });
    this.took.push(performance.now() - since);
    if (step) this.heard(step, answer);
    return step;
  }
  act(): boolean {
    const { table } = this;
    const step = this.look();
    if (!step) return false;
    const left = step.until === undefined ? 0 : (step.until - table.now) / 1000;
    if (left > 0.5) {
      table.wait(step.key === 'hold' ? left : Math.min(PIECE, left));
      return true;
    }
    table.pressed();
    if (this.leavesOut(step)) table.send({ kind: 'skipped', payload: step.skip! });
    else this.does(step);
    return true;
  }
  /** Without advice on metal it is warmed once and never looked at. */
  private leavesOut(step: Step): boolean {
    const metal =
      step.key === 'readMould' || (step.key === 'warmMould' && step.skip?.target !== step.target);
    return this.without === 'no metal advice' && metal && step.skip !== undefined;
  }
  private does(step: Step): void {
    const { table } = this;
    if (step.key === 'more') more(table, step);
    else if (step.read) this.read(step);
    else if (step.key === 'cook' && step.send?.kind === 'reading') this.clear(step);
    else if (step.key === 'mark') {
      if (asksFelt(table.state, step.target)) table.feel(step.target);
      table.mark(step.target);
      table.send(step.send!);
    } else {
      if (step.send) this.cools(step.send);
      plainly(table, step);
    }
  }
  /** What is said of when a shot gets firm stands from the moment it cools. */
  private cools(send: NonNullable<Step['send']>): void {
    if (send.kind !== 'held' && send.kind !== 'toppedOff') return;
    const mouldForeseen = this.answer?.moulds[send.payload.mould];
    if (mouldForeseen && mouldForeseen.low !== null && mouldForeseen.high !== null)
      this.table.firms.set(send.payload.mould, {
        low: mouldForeseen.low,
        high: mouldForeseen.high,
      });
  }
  private read(step: Step): void {
    const { table } = this;
    if (step.read!.kind !== 'cup')
      return table.send({
        kind: 'reading',
        payload: {
          target: step.read!,
          celsius: table.world.readMetal(step.read!.key),
          stage: null,
          from: 'typed',
        },
      });
    const cup = step.read!.key;
    const smoked = (table.world.cups.get(cup)?.hottest ?? 0) > 192;
    table.read(cup);
    // A wisp is seen when the lid of heat comes off; half the time a hand says so.
    if (smoked && table.world.heat(cup) > 182 && table.world.luck('wisp')() < 0.5)
      table.byEye(cup, 'wisp');
  }
  private clear(step: Step): void {
    const { table } = this;
    if (table.world.through(step.target) || table.world.heat(step.target) > 171)
      table.send(step.send!);
    else table.send(step.others![0]!.send);
  }
}
