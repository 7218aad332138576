import { PLASTISOL } from '../material/plastisol.ts';
import type { Burst } from './estimate/predict.ts';
import type { Belief } from './estimate/belief.ts';
import { aboutOnly } from './estimate/belief.ts';
import { cooled, heated, meanAfter } from './estimate/predict.ts';
import {
  cupBelieved,
  estimateOf,
  heatOf,
  sdOfOffset,
  ovenBelieved,
  sdShown,
} from './estimate/believed.ts';
import { unevenOf } from './estimate/places.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf, hottestBound } from './forecast.ts';
import { Z80, Z995 } from '../quantiles.ts';
import { LONGEST_UNSTIRRED, mayGoUnstirred, unevenIn } from './uneven.ts';

/** Heat of a cup so many seconds on, left alone, with its range. */
export const aheadOf = (belief: Belief, cup: string, seconds: number): Forecast =>
  heatOf(cooled(aboutOnly(belief, [cup], []), seconds), cup);
/** Heat of a cup after a burst, stirred, with its range. */
export const burstOf = (belief: Belief, cup: string, burst: Burst): Forecast =>
  heatOf(heated(aboutOnly(belief, burst.cups, [burst.oven]), burst), cup);

/**
 * Largest whole number of seconds up to `most` for which a rising condition still holds; 0 when
 * none does.
 */
function longest(most: number, holds: (seconds: number) => boolean): number {
  if (!holds(1)) return 0;
  let low = 1;
  for (let high = most; low < high;) {
    const middle = (low + high + 1) >> 1;
    if (holds(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * The longest burst that is safe for every cup in the oven: its hottest, not stirred in, stays
 * under the ceiling with 99.5 % certainty, by all that is believed, and it is stirred soon enough.
 * Whole s; 0 when none is.
 */
export function safeBurst(
  bench: Belief,
  burst: Omit<Burst, 'seconds'>,
  ceiling: number = PLASTISOL.ceiling,
): number {
  const belief = aboutOnly(bench, burst.cups, [burst.oven]);
  const { dead } = ovenBelieved(belief, burst.oven);
  const own = sdOfOffset(belief);
  const uneven = unevenOf(belief, burst.oven);
  const hottest = (cup: string, seconds: number): number => {
    const { body, heat } = cupBelieved(belief, cup);
    const after = heated(belief, { ...burst, seconds });
    // An instrument off for good is no luck of one burst: it counts at eight in ten, the rest at
    // 99.5 %.
    const sd = Math.hypot(sdShown(after, cup), (own * Z80) / Z995);
    return hottestBound(forecastOf(heatOf(after, cup).celsius, sd), {
      from: heat.plastic,
      seconds,
      dead,
      grams: body.plastic,
      uneven: unevenIn(uneven, estimateOf(belief, { of: 'exchange', cup })),
    });
  };
  // What the mean alone brings over the ceiling needs no range to be refused.
  const may = longest(LONGEST_UNSTIRRED, (seconds) =>
    burst.cups.every((cup) => {
      const mean = meanAfter(belief, cup, { ...burst, seconds });
      return (
        mean <= ceiling && mayGoUnstirred(seconds, mean - cupBelieved(belief, cup).heat.plastic)
      );
    }),
  );
  return may === 0
    ? 0
    : longest(may, (seconds) => burst.cups.every((cup) => hottest(cup, seconds) <= ceiling));
}

/** What a burst aims at: a heat so many s after it, the hottest of the cup kept under a ceiling. */
interface BurstAim {
  celsius: number;
  ceiling?: number;
  later?: number;
  longest?: number;
}
/**
 * The burst that brings a cup to a heat in the mean, whole s, never longer than is safe.
 * @param later s after the burst at which it is to have that heat; usually at its end
 * @param longest s it may be at most, however long is safe
 */
export function burstTo(
  belief: Belief,
  cup: string,
  burst: Omit<Burst, 'seconds'>,
  { celsius, ceiling = PLASTISOL.ceiling, later = 0, longest: most = Infinity }: BurstAim,
): { seconds: number; safe: number; after: Forecast } {
  const safe = safeBurst(belief, burst, ceiling);
  const seconds = Math.min(
    safe,
    most,
    longest(
      LONGEST_UNSTIRRED,
      (seconds) => meanAfter(belief, cup, { ...burst, seconds }, later) <= celsius,
    ),
  );
  return { seconds, safe, after: burstOf(belief, cup, { ...burst, seconds }) };
}
