import {
  afterBurst,
  burstUntil,
  type CupBody,
  type CupHeat,
  laterOf,
  longestUnstirred,
  unevenness,
} from '../heat/index.ts';
import { density, PLASTISOL } from '../material/index.ts';
import type { CupId } from '../plan/cupId.ts';
import type { PlannedCup } from '../plan/planned.ts';
import type { PlannedDraw } from '../plan/laid.ts';
import type { CupChoice } from '../plan/input.ts';
import { choiceDensity } from '../plan/run.ts';
import { COOKED, cooksIn, cupWith, hot, LONGEST, unheated } from './cookingTime.ts';
import type { TimingKnown } from './hands.ts';

/** s of a burst that brings a cup that hardly stood to its draw, at least (a judgement, from simulated evenings). */
export const MATCH_BURST = 14;
/** g of plastic a cup is never reckoned to hold less than: what clings to it. */
export const CLINGS = 5;
/** Bursts a charge is cooked in at most: none takes more. */
const MOST_BURSTS = 30;

/** mL a draw takes from a cup, poured or drawn. */
export const takenFrom = ({ poured = [], barrels }: PlannedDraw, cup: CupId): number =>
  [...poured, ...barrels]
    .filter((barrel) => barrel.cup === cup)
    .reduce((sum, { ml }) => sum + ml, 0);

/** K to spare under the ceiling for what is not known of a cup in its oven (judgement). */
const NOT_KNOWN = 8;

/**
 * s of the next burst of a cook: no more than is safe, by how far the hottest of a cup runs ahead of its
 * mean, and no longer than it may go without a stir.
 * @param needs s until it is through, and the K that is away
 */
function safe(needs: { seconds: number; kelvin: number }, grams: number): number {
  const pace = needs.kelvin / needs.seconds;
  const now = COOKED - needs.kelvin;
  let { seconds } = needs;
  // The shorter it is the less the hottest has run ahead: a few rounds come near enough.
  for (let round = 0; round < 4; round++) {
    const most = PLASTISOL.ceiling - NOT_KNOWN - unevenness(pace, seconds, grams);
    seconds = Math.max(1, (needs.seconds * (Math.min(COOKED, most) - now)) / needs.kelvin);
  }
  return Math.min(seconds, longestUnstirred(pace));
}

/** A cup's plastic as an evening goes: how hot it was left, and what it takes to be hot again. */
export class CupPace {
  private at = 0;
  private heat: CupHeat;
  /** bursts what was last put in was cooked in */
  private bursts = 0;
  /** whether what was last put in is through fusion */
  isThrough: boolean;
  /** @param begun what is in it already, °C of it, and whether it is through */
  constructor(
    private readonly cup: Pick<PlannedCup, 'id' | 'charges' | 'mostMl'>,
    private readonly choice: CupChoice,
    private readonly known: TimingKnown,
    begun: { celsius: number; isThrough: boolean } = { celsius: known.room, isThrough: false },
  ) {
    this.heat = begun.isThrough ? hot(begun.celsius) : unheated(begun.celsius);
    this.isThrough = begun.isThrough;
  }
  /** A charge is in it that is to be cooked. @param from °C of all that is in it */
  charged(at: number, from: number): void {
    [this.at, this.heat, this.isThrough, this.bursts] = [at, unheated(from), false, 0];
  }
  /** Its heat at a moment, left alone since it was last heated. */
  private leftAlone(body: CupBody, at: number): CupHeat {
    return laterOf(body)(this.heat, Math.max(0, at - this.at), { step: 20 });
  }
  private needs(body: CupBody, now: CupHeat, celsius: number, oven: number): number {
    const microwave = cooksIn(this.known, oven);
    return burstUntil(body, now, celsius, { microwave, longest: LONGEST });
  }
  /**
   * s of the next burst of its cook: no more than is safe, what it lost since the last made good.
   * @param grams in it
   * @param oven which of those there are
   * @param longest s of any burst, by the shop's ways
   */
  burst(
    at: number,
    { grams, oven, longest }: { grams: number; oven: number; longest: number },
  ): number {
    const body = cupWith(this.choice, grams, this.known);
    const now = this.leftAlone(body, at);
    const needs = this.needs(body, now, COOKED, oven);
    const kelvin = COOKED - now.plastic;
    const seconds = needs > 0 ? Math.min(longest, safe({ seconds: needs, kelvin }, grams)) : 0;
    const microwave = cooksIn(this.known, oven);
    this.heat = afterBurst(body, now, { microwave, seconds, step: 4 });
    this.at = at + seconds;
    this.bursts += 1;
    this.isThrough = this.heat.plastic >= PLASTISOL.fusion || this.bursts >= MOST_BURSTS;
    return seconds;
  }
  /**
   * s in an oven until it is as hot as it is drawn, by what it lost while it stood: from then on hot.
   * @param ml hot, what is in it
   * @param oven which of those there are
   */
  warm(at: number, { ml, shot, oven }: { ml: () => number; shot: number; oven: number }): number {
    const grams = Math.max(CLINGS, ml() * density(160, choiceDensity(this.choice)));
    const body = cupWith(this.choice, grams, this.known);
    const now = this.leftAlone(body, at);
    const seconds = Math.max(MATCH_BURST, this.needs(body, now, shot, oven));
    const microwave = cooksIn(this.known, oven);
    const { glass } = afterBurst(body, now, { microwave, seconds, step: 8 });
    // What hardly wants it is not heated over it: it is looked at all the same.
    [this.at, this.heat] = [at + seconds, { plastic: shot, glass }];
    return seconds;
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
