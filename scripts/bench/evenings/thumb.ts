import { normal } from '../../../src/core/chance.ts';
import { cupsOf, drawCups, freeOven, runInHand, steps } from '../../../src/core/session/index.ts';
import type { CupState, Step } from '../../../src/core/session/index.ts';
import { firmAfter } from '../../../worlds/bait.ts';
import { atOnce } from '../../demo/atOnce.ts';
import type { Table } from './table.ts';

/** Judgements of a practised hand, each as makers state it. */
const THUMB = {
  /**
   * s a gram of raw plastic may have at first, at most a minute; shorter as it thickens and near
   * the end
   */
  raw: 0.26,
  longest: 60,
  thick: 0.7,
  end: 0.45,
  /** what a hand thinks its oven gives a gram a second, K g/s, before it has seen it tonight */
  gives: 230,
  /** K a cup loses in a second on the bench, as it feels to be */
  cools: 0.13,
  /** matches tried before it draws as it is */
  rounds: 7,
  /** K under its own heat at which a mould feels cold */
  cold: 13,
  /** how surely it knows when a bait is firm: ln, and how much it waits for safety */
  firm: { safe: 0.2, sd: 0.2 },
} as const;

/**
 * Makes one evening by rules of thumb; the steps only say what the trade's order leaves to be done.
 */
export class Thumb {
  private readonly gives = new Map<string, number>();
  private readonly before = new Map<string, { celsius: number; seconds: number }>();
  private readonly rounds = new Map<string, number>();
  private readonly opens = new Map<string, number>();
  private readonly looks = new Map<string, number>();
  constructor(private readonly table: Table) {}

  /** One act. False where there is nothing more to do. */
  act(): boolean {
    const { table } = this;
    const all = steps(table.state, table.now);
    const step = this.choose(all);
    if (!step) return false;
    if (step.key === 'more') more(table, step);
    else if (step.key === 'dose') this.charge(step);
    else if (step.key === 'cook') this.cook(step);
    else if (step.key === 'stir') this.look(step.target);
    else if (step.key === 'match') this.match(step);
    else if (step.key === 'cool' || step.key === 'open') this.open(step);
    else if (step.key === 'hold') {
      table.wait(Math.min(6, Math.max(0, ((step.until ?? table.now) - table.now) / 1000)));
      table.send(step.send!);
    } else if (step.key === 'heating') table.wait(Math.min(3, (step.until! - table.now) / 1000));
    else if (step.key === 'mark') {
      table.mark(step.target);
      table.send(step.send!);
    } else plainly(table, step);
    return true;
  }
  /** Metal last: it is warmed when the cups are done, and when a hand feels it has gone cold. */
  private choose(all: Step[]): Step | undefined {
    const first = all.find(
      (step) => step.key !== 'warmMould' && step.key !== 'warmInjector' && step.key !== 'trial',
    );
    const metal = all.find((step) => step.key === 'warmMould' || step.key === 'warmInjector');
    const late =
      first && ['load', 'close', 'top', 'match', 'draw', 'shoot', 'pour'].includes(first.key);
    if (first?.key === 'close' || first?.key === 'load') this.feel(first.target);
    return metal && (late || !first) ? metal : first;
  }
  /** A hand laid on it: a mould gone cold goes back on the plate. */
  private feel(mould: string): void {
    const { table } = this;
    const other = table.state.moulds.get(mould);
    if (!other?.warmed || table.world.metal(mould) > other.mould.warmTo - THUMB.cold) return;
    table.send({ kind: 'warmed', payload: { target: { kind: 'mould', key: mould } } });
  }
  /** So much as looks enough: what the count wants, by eye, to the next quarter cup. */
  private charge(step: Step): void {
    const { table } = this;
    if (step.send?.kind !== 'charged') return;
    const cup = table.state.cups.get(step.target)!;
    const by = Math.exp(normal(table.world.luck('measuring'), 0.15, 0.2));
    const quarter = 60;
    const grams = Math.min(
      Math.max(quarter, Math.ceil((step.send.payload.grams * by) / quarter) * quarter),
      Math.max(quarter, cup.limitMl * 0.9 - cup.grams),
    );
    table.send({ ...step.send, payload: { ...step.send.payload, grams } });
    for (const one of step.then ?? []) table.send(one);
  }
  private cook(step: Step): void {
    const { table } = this;
    const cup = table.state.cups.get(step.target)!;
    const was = cup.reading?.celsius ?? table.world.room;
    const full = Math.min(THUMB.longest, Math.max(5, cup.grams * THUMB.raw));
    const seconds = Math.round(
      was < 110 ? full : was < 150 ? full * THUMB.thick : full * THUMB.end,
    );
    this.heat(cup.key, seconds, was);
  }
  private heat(cup: string, seconds: number, was: number): void {
    const oven = freeOven(this.table.state);
    if (!oven) return this.table.wait(2);
    this.before.set(cup, { celsius: was, seconds });
    this.table.send({
      kind: 'heated',
      payload: { cup, seconds, begun: true, oven: oven.id, level: oven.level },
    });
  }
  /** Out, stirred and read: what it gained is remembered; plastic that runs clear is seen to. */
  private look(cup: string): void {
    const { table } = this;
    const celsius = table.read(cup);
    const other = table.state.cups.get(cup)!;
    const given = this.before.get(cup);
    if (given && given.seconds >= 20) {
      const pace = ((celsius - given.celsius) * other.grams) / (given.seconds - 2);
      if (pace > 40 && pace < 600)
        this.gives.set('oven', 0.7 * (this.gives.get('oven') ?? THUMB.gives) + 0.3 * pace);
      this.before.delete(cup);
    }
    if (!other.fused && table.world.through(cup)) table.byEye(cup, 'clear');
  }
  private match(step: Step): void {
    const { table } = this;
    const run = runInHand(table.state)!;
    const cups =
      run.stage.layers.length > 0
        ? drawCups(table.state, run)
        : cupsOf(table.state, run).filter((cup) => cup.key === step.read?.key);
    const count = (this.rounds.get(step.skip!.target) ?? 0) + 1;
    this.rounds.set(step.skip!.target, count);
    if (count > THUMB.rounds * cups.length)
      return table.send({ kind: 'skipped', payload: step.skip! });
    const unread = cups.find(
      (cup) => !cup.reading || cup.inOven || table.now - cup.reading.at > 75_000,
    );
    if (unread) return this.look(unread.key);
    const { low, high } = run.tools.window;
    const at = (cup: CupState) =>
      cup.reading!.celsius - (THUMB.cools * (table.now - cup.reading!.at)) / 1000;
    const [coldest, hottest] = [Math.min(...cups.map(at)), Math.max(...cups.map(at))];
    const apart = hottest - coldest;
    if (coldest >= low - 1 && hottest <= high + 1 && apart <= table.state.snapshot.bench.tolerance)
      return table.send({ kind: 'skipped', payload: step.skip! });
    if (hottest > high + 1) {
      const hot = cups.find((cup) => at(cup) === hottest)!;
      table.wait(Math.min(60, 10 + 6 * (hottest - high)));
      return this.look(hot.key);
    }
    this.warm(cups, at, Math.max(hottest - 2, (low + high) / 2), high);
  }
  /**
   * The cold ones go in, one an oven, each for what it lacks; then every one of them is looked at.
   */
  private warm(cups: CupState[], at: (cup: CupState) => number, to: number, high: number): void {
    const cold = cups
      .filter((cup) => at(cup) < to - 1)
      .sort((one, other) => at(one) - at(other))
      .slice(0, this.table.state.snapshot.heat.ovens.length);
    // It loses a little while the others are seen to.
    const aim = Math.min(high - 1, to + 1.5 * cups.length);
    let longest = 0;
    for (const cup of cold) {
      const pace = (this.gives.get('oven') ?? THUMB.gives) / Math.max(40, cup.grams);
      // Short ones, looked at between: a quarter of a minute a cup, a little more for a full one.
      const seconds = Math.round(
        Math.min(Math.max(15, cup.grams / 7), Math.max(4, 2.5 + (aim - at(cup)) / pace)),
      );
      this.heat(cup.key, seconds, at(cup));
      longest = Math.max(longest, seconds);
    }
    this.table.wait(longest + 1);
    for (const cup of cold) this.look(cup.key);
  }
  /** When it feels firm through the metal, which a practised hand knows of its mould. */
  private open(step: Step): void {
    const { table } = this;
    const mould = table.state.moulds.get(step.target)!;
    const shot = table.world.moulds.get(mould.key)!;
    const key = mould.shot ?? '';
    const standing = shot.shot;
    if (!this.opens.has(key)) {
      const true_ = standing ? (firmAfter(shot.drawing.bait, 160, 38) ?? 300) : 60;
      this.opens.set(
        key,
        true_ *
          Math.exp(
            THUMB.firm.safe + normal(table.world.luck(`feel/${mould.key}`), 0, THUMB.firm.sd),
          ),
      );
    }
    const left = standing ? standing.at + this.opens.get(key)! - table.world.seconds : 0;
    if (left > 0) return table.wait(Math.min(left, 5));
    table.send({ kind: 'mouldOpened', payload: { mould: mould.key } });
  }
}

/** Times one more is shot of inserts that came short, before a hand goes on with what there is. */
const AGAIN = 2;
/** Short of inserts: shot again; short of baits: the evening is over. */
export function more(table: Table, step: Step): void {
  const goOn = step.others?.find(
    (other) => other.send.kind === 'skipped' && other.send.payload.step === 'shortOf',
  );
  if (!goOn) return table.send({ kind: 'finished', payload: {} });
  table.again += 1;
  table.send(table.again > AGAIN ? goOn.send : step.send!);
}

/** Whatever needs no judgement, done as it is said. */
export function plainly(table: Table, step: Step): void {
  const all = atOnce(step);
  if (all) {
    const cavities =
      all.kind === 'loaded' || all.kind === 'shot' ? (all.payload.cavities?.length ?? 1) : 1;
    if (all.kind === 'loaded') table.wait(4 * (cavities - 1));
    table.send(all);
    if (all.kind === 'shot') table.wait(5 * (cavities - 1));
    return;
  }
  if (step.open === 'trial' || !step.send)
    return step.skip ? table.send({ kind: 'skipped', payload: step.skip }) : table.wait(2);
  for (const one of [...(step.also ?? []), step.send, ...(step.then ?? [])]) table.send(one);
}
