import type { CupBody, CupHeat } from '../cupBody.ts';
import { type Forecast, forecastOf } from '../forecast.ts';
import type { Estimate } from '../meanAndSpread.ts';
import {
  type Belief,
  type Range,
  softlyWithin,
  RANGE,
  cupAt,
  AIR,
  ovenAt,
  INSTRUMENT,
  copy,
} from './belief.ts';
import { bounded } from './places.ts';

export function bodyOf(
  belief: Belief,
  cup: string,
  [exchange, weight, air, stand]: [number, number, number, number],
): CupBody {
  const body = belief.bodies.get(cup)!;
  const of = (x: number, range: Range) => Math.exp(softlyWithin(x, range));
  return {
    ...body,
    exchange: of(exchange, RANGE.exchange),
    glass: body.glass * of(weight, RANGE.weight),
    air: of(air, RANGE.air),
    stand: of(stand, RANGE.stand),
  };
}
/** Constants of a cup as believed now. */
export const cupBelieved = (belief: Belief, cup: string): { body: CupBody; heat: CupHeat } => {
  const index = cupAt(belief, cup);
  return {
    body: bodyOf(belief, cup, [
      belief.mean[index + 2]!,
      belief.mean[index + 3]!,
      belief.mean[AIR]!,
      belief.mean[index + 4]!,
    ]),
    heat: { plastic: belief.mean[index]!, glass: belief.mean[index + 1]! },
  };
};
export const ovenBelieved = (
  belief: Belief,
  oven: string,
): { efficiency: number; dead: number } => {
  const index = ovenAt(belief, oven);
  return {
    efficiency: softlyWithin(belief.mean[index]!, RANGE.efficiency),
    dead: softlyWithin(belief.mean[index + 1]!, RANGE.dead),
  };
};
const PARTS = ['plastic', 'glass', 'exchange', 'weight', 'stand'] as const;
/** Mean and spread of one believed thing. */
export type StateName =
  | { of: 'air' | 'instrument' }
  | { of: 'efficiency' | 'dead'; oven: string }
  | { of: 'plastic' | 'glass' | 'exchange' | 'weight' | 'stand'; cup: string };
export function estimateOf(belief: Belief, what: StateName): Estimate {
  const index =
    what.of === 'air'
      ? AIR
      : what.of === 'instrument'
        ? INSTRUMENT
        : 'oven' in what
          ? ovenAt(belief, what.oven) + (what.of === 'dead' ? 1 : 0)
          : cupAt(belief, (what as { cup: string }).cup) + PARTS.indexOf(what.of);
  const range: Range | undefined = RANGE[what.of as keyof typeof RANGE];
  return {
    mean: range ? softlyWithin(belief.mean[index]!, range) : belief.mean[index]!,
    sd: Math.sqrt(Math.max(0, belief.covariance[index]![index]!)),
  };
}
/** Heat of a cup as a forecast: its range goes no further than the cup can be. */
export function heatOf(belief: Belief, cup: string): Forecast {
  const { mean, sd } = estimateOf(belief, { of: 'plastic', cup });
  const { least, most } = belief.could.get(cup)!;
  const forecast = forecastOf(mean, sd);
  return {
    ...forecast,
    low: Math.min(mean, Math.max(least, forecast.low)),
    high: Math.max(mean, Math.min(most, forecast.high)),
  };
}
/**
 * The same belief, so many times less sure of all that readings can tell of: what its own forecasts
 * have missed by says how sure it may be. An instrument's offset shows in no miss, so what hangs on
 * it stays.
 */
export function widened(belief: Belief, by: number): Belief {
  const offset = belief.covariance[INSTRUMENT]!;
  const own = offset[INSTRUMENT]!;
  const shared = (row: number, column: number): number =>
    own > 0 ? (offset[row]! * offset[column]!) / own : 0;
  return bounded(
    {
      ...copy(belief),
      covariance: belief.covariance.map((row, at) =>
        row.map((x, column) => by * by * (x - shared(at, column)) + shared(at, column)),
      ),
    },
    belief.cups,
  );
}
/**
 * Standard deviation of what an instrument would show of a cup, K: its own offset, which no look
 * makes less, left out.
 */
export function sdShown(belief: Belief, cup: string): number {
  const index = cupAt(belief, cup);
  const own = belief.covariance[INSTRUMENT]![INSTRUMENT]!;
  const shared = own > 0 ? belief.covariance[index]![INSTRUMENT]! ** 2 / own : 0;
  return Math.sqrt(Math.max(0, belief.covariance[index]![index]! - shared));
}
/** Standard deviation of an instrument's own offset, K. */
export const sdOfOffset = (belief: Belief): number =>
  Math.sqrt(Math.max(0, belief.covariance[INSTRUMENT]![INSTRUMENT]!));
/** Standard deviation of the gap between two cups, K: what they share falls out. */
export function sdBetween(belief: Belief, one: string, other: string): number {
  const [i, j] = [cupAt(belief, one), cupAt(belief, other)];
  return Math.sqrt(
    Math.max(
      0,
      belief.covariance[i]![i]! + belief.covariance[j]![j]! - 2 * belief.covariance[i]![j]!,
    ),
  );
}
