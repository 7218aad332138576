import type { HeatAnswer, HeatPlan, Step } from '../../../src/core/session/index.ts';
import {
  advise,
  follower,
  foresee,
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
    private readonly t: Table,
    private readonly without?: Ablation,
  ) {
    this.follow = follower(t.s.snapshot.heat);
  }
  /** What the bench says now. */
  look(): Step | null {
    const { s, now } = this.t;
    const run = runInHand(s);
    const since = performance.now();
    const all = steps(s, now);
    const ask = heatAsk(s, 1, run, now, this.without === 'no look-ahead' ? [] : all);
    const answer: HeatAnswer | null =
      s.heat.length > 0 ? foresee(this.follow(s.heat, now), ask) : null;
    this.answer = answer;
    this.plan = keepPlan(this.plan, ask, answer, now);
    const step = advise(s, all, answer, this.plan, s.heat, now);
    this.took.push(performance.now() - since);
    if (step) this.heard(step, answer);
    return step;
  }
  act(): boolean {
    const { t } = this;
    const step = this.look();
    if (!step) return false;
    if (step.until !== undefined && step.until > t.now + 500) {
      if (step.key === 'hold') t.wait((step.until - t.now) / 1000);
      else t.wait(Math.min(PIECE, (step.until - t.now) / 1000));
      return true;
    }
    t.pressed();
    // Metal is warmed once and never looked at.
    const metal =
      step.key === 'readMould' || (step.key === 'warmMould' && step.skip?.target !== step.target);
    if (this.without === 'no metal advice' && metal && step.skip) {
      t.send({ kind: 'skipped', payload: step.skip });
      return true;
    }
    if (step.key === 'more') more(t, step);
    else if (step.read) this.read(step);
    else if (step.key === 'cook' && step.send?.kind === 'reading') this.clear(step);
    else if (step.key === 'mark') {
      t.mark(step.target);
      t.send(step.send!);
    } else {
      if (step.send) this.cools(step.send);
      plainly(t, step);
    }
    return true;
  }
  /** What is said of when a shot gets firm stands from the moment it cools. */
  private cools(send: NonNullable<Step['send']>): void {
    if (send.kind !== 'held' && send.kind !== 'toppedOff') return;
    const m = this.answer?.moulds[send.payload.mould];
    if (m && m.low !== null && m.high !== null)
      this.t.firms.set(send.payload.mould, { low: m.low, high: m.high });
  }
  private read(step: Step): void {
    const { t } = this;
    if (step.read!.kind !== 'cup')
      return t.send({
        kind: 'reading',
        payload: {
          target: step.read!,
          celsius: t.world.readMetal(step.read!.key),
          stage: null,
          from: 'typed',
        },
      });
    const cup = step.read!.key;
    const smoked = (t.world.cups.get(cup)?.hottest ?? 0) > 192;
    t.read(cup);
    // A wisp is seen when the lid of heat comes off; half the time a hand says so.
    if (smoked && t.world.heat(cup) > 182 && t.world.luck('wisp')() < 0.5) t.byEye(cup, 'wisp');
  }
  private clear(step: Step): void {
    const { t } = this;
    if (t.world.through(step.target) || t.world.heat(step.target) > 171) t.send(step.send!);
    else t.send(step.others![0]!.send);
  }
}
