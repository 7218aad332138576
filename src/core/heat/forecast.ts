import { Z80, Z995 } from '../quantiles.ts';
import type { Estimate } from './meanAndSpread.ts';
import { PLASTISOL } from '../material/plastisol.ts';
import type { CupBody, CupHeat, Microwave } from './cupBody.ts';
import { after, afterBurst, EXCHANGE, MICROWAVE } from './cup.ts';
import { LONGEST_UNSTIRRED, mayGoUnstirred, UNEVEN_PRIOR, unevenness } from './uneven.ts';

/** How far the constants of a cup and a microwave may be off: one standard deviation each. */
export interface Doubt {
  efficiency: number;
  dead: number;
  /** share of the exchange */
  exchange: number;
  /** K of the reading it starts from */
  reading: number;
  /** share of a burst's gain that no constant explains */
  burst: number;
}
/**
 * What no constant explains: share of a burst's gain, and K in the plastic after a minute
 * (judgements, held to evenings in worlds no model knows).
 */
export const UNSAID = { burst: 0.05, minute: 0.6 } as const;
/** Before anything is learned. */
export const DOUBT: Doubt = {
  efficiency: MICROWAVE.spread,
  dead: MICROWAVE.deadSpread,
  exchange: EXCHANGE.spread,
  reading: 2,
  burst: UNSAID.burst,
};

/** A forecast never comes without its range: 80 in 100 lie between low and high. */
export interface Forecast {
  celsius: number;
  sd: number;
  low: number;
  high: number;
}

/** A burst as its hottest is reckoned from. */
export interface Heated {
  /** °C of the mean before */
  from: number;
  seconds: number;
  /** s of it that give nothing */
  dead: number;
  grams: number;
  /** ln of how far the hottest runs ahead, against the usual */
  uneven: Estimate;
}
/**
 * Heat that the hottest of a cup, not stirred, stays under with 99.5 % certainty after a burst, °C.
 * How uneven an oven cooks is no luck of one burst, as an instrument off for good is none: it counts
 * at eight in ten.
 * @param forecast of its mean then
 */
export function hottestBound(
  forecast: Forecast,
  { from, seconds, dead, grams, uneven }: Heated,
): number {
  const heated = Math.max(0.5, seconds - dead);
  const ahead =
    Math.exp(uneven.mean) * unevenness((forecast.celsius - from) / heated, heated, grams);
  const forGood = (ahead * uneven.sd * Z80) / Z995;
  return forecast.celsius + ahead + Z995 * Math.hypot(forecast.sd, forGood);
}

/** A figure's spread from the spreads of what it hangs on, each by itself, to first order. */
const spread = (parts: number[]): number => Math.sqrt(parts.reduce((sum, x) => sum + x * x, 0));
/** A heat with its spread, as a range. */
export const forecastOf = (celsius: number, sd: number): Forecast => ({
  celsius,
  sd,
  low: celsius - Z80 * sd,
  high: celsius + Z80 * sd,
});

/** Heat of the plastic after a burst, stirred, with its range. */
export function forecastBurst(
  body: CupBody,
  heat: CupHeat,
  { oven, seconds, doubt = DOUBT }: { oven: Microwave; seconds: number; doubt?: Doubt },
): Forecast {
  const at = (body: CupBody, cupHeat: CupHeat, microwave: Microwave) =>
    afterBurst(body, cupHeat, { microwave, seconds }).plastic;
  const base = at(body, heat, oven);
  return forecastOf(
    base,
    spread([
      at(body, heat, { ...oven, efficiency: oven.efficiency + doubt.efficiency }) - base,
      at(body, heat, { ...oven, dead: oven.dead + doubt.dead }) - base,
      at({ ...body, exchange: body.exchange * (1 + doubt.exchange) }, heat, oven) - base,
      at(body, { ...heat, plastic: heat.plastic + doubt.reading }, oven) - base,
      (base - heat.plastic) * doubt.burst,
    ]),
  );
}

/** Heat of the plastic after so long on the bench, with its range. */
export function forecastCooling(
  body: CupBody,
  heat: CupHeat,
  seconds: number,
  doubt: Doubt = DOUBT,
): Forecast {
  const at = (body: CupBody, cupHeat: CupHeat) => after(body, cupHeat, seconds).plastic;
  const base = at(body, heat);
  return forecastOf(
    base,
    spread([
      at({ ...body, exchange: body.exchange * (1 + doubt.exchange) }, heat) - base,
      at(body, { ...heat, plastic: heat.plastic + doubt.reading }) - base,
      UNSAID.minute * Math.sqrt(seconds / 60),
    ]),
  );
}

/**
 * The longest burst whose hottest part stays under the ceiling with 99.5 % certainty, whole s, none
 * longer than may go without a stir; 0 when none does.
 */
export function longestSafeBurst(
  body: CupBody,
  heat: CupHeat,
  oven: Microwave,
  { ceiling = PLASTISOL.ceiling, doubt = DOUBT }: { ceiling?: number; doubt?: Doubt } = {},
): number {
  const safe = (seconds: number): boolean => {
    const after = forecastBurst(body, heat, { oven, seconds, doubt });
    const hottest = hottestBound(after, {
      from: heat.plastic,
      seconds,
      dead: oven.dead,
      grams: body.plastic,
      uneven: UNEVEN_PRIOR,
    });
    return hottest <= ceiling && mayGoUnstirred(seconds, after.celsius - heat.plastic);
  };
  if (!safe(1)) return 0;
  let low = 1;
  let high: number = LONGEST_UNSTIRRED;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (safe(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}
