import { burstUntil, type CupBody, laterOf } from '../heat/index.ts';
import { density } from '../material/index.ts';
import type { CupId } from '../plan/cupId.ts';
import type { PlannedCup } from '../plan/planned.ts';
import type { PlannedDraw } from '../plan/laid.ts';
import type { CupChoice } from '../plan/input.ts';
import { choiceDensity } from '../plan/run.ts';
import { COOKED, cooksIn, cupWith } from './cookingTime.ts';
import type { TimingKnown } from './hands.ts';

/** s of a burst that brings a cup that hardly stood to its draw, at least (a judgement, from simulated evenings). */
export const MATCH_BURST = 14;
/** K by which glass is colder than the plastic that was heated in it (judgement). */
const GLASS_BELOW = 12;
/** g of plastic a cup is never reckoned to hold less than: what clings to it. */
export const CLINGS = 5;
/** s a cup is warmed at most: none takes longer. */
const LONGEST = 1200;

/** mL a draw takes from a cup, poured or drawn. */
export const takenFrom = ({ poured = [], barrels }: PlannedDraw, cup: CupId): number =>
  [...poured, ...barrels]
    .filter((barrel) => barrel.cup === cup)
    .reduce((sum, { ml }) => sum + ml, 0);

/** A cup's plastic as an evening goes: how hot it was left, and what it takes to be hot again. */
export class CupPace {
  private at = 0;
  private celsius: number;
  constructor(
    private readonly cup: PlannedCup,
    private readonly choice: CupChoice,
    private readonly known: TimingKnown,
    celsius: number = COOKED,
  ) {
    this.celsius = celsius;
  }
  /** It was hot at a moment, s from the start. */
  hotAt(at: number, celsius: number = COOKED): void {
    [this.at, this.celsius] = [at, celsius];
  }
  private bodyAt(ml: number): CupBody {
    const grams = Math.max(CLINGS, ml * density(160, choiceDensity(this.choice)));
    return cupWith(this.choice, grams, this.known);
  }
  /**
   * s in the oven until it is as hot as it is drawn, by what it lost while it stood: from then on hot.
   * @param ml hot, what is in it
   */
  warm(at: number, { ml, shot }: { ml: () => number; shot: number }): number {
    const stood = Math.max(0, at - this.at);
    const seconds = this.fromCold(stood, ml(), shot);
    this.hotAt(at + seconds, shot);
    return seconds;
  }
  private fromCold(stood: number, ml: number, shot: number): number {
    const body = this.bodyAt(ml);
    const start = { plastic: this.celsius, glass: this.celsius - GLASS_BELOW };
    const now = laterOf(body)(start, stood, { step: 20 });
    const microwave = cooksIn(this.known);
    return Math.max(MATCH_BURST, burstUntil(body, now, shot, { microwave, longest: LONGEST }));
  }
  /** mL hot it holds when a draw begins: the charge before it, less what was drawn since. */
  holds(draw: PlannedDraw, draws: readonly PlannedDraw[]): number {
    const charge = this.cup.charges.findLast(({ beforeDraw }) => beforeDraw <= draw.n);
    const from = charge?.beforeDraw ?? 0;
    const taken = draws
      .filter((other) => other.n >= from && other.n < draw.n)
      .reduce((sum, other) => sum + takenFrom(other, this.cup.id), 0);
    return Math.max(0, (charge?.hotMl ?? this.cup.mostMl) - taken);
  }
}
