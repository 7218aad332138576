import { burstTo } from '../../heat/advice.ts';
import { ovenPrior } from '../../heat/learned.ts';
import { HANDS } from '../../heat/match.ts';
import { ovenKey } from '../../heat/oven.ts';
import type { Oven } from '../../heat/schema.ts';
import type { MatchPlan } from '../../heat/matchPlanning.ts';
import type { Limits } from '../../material/limits.ts';
import type { Belief } from '../../heat/index.ts';
import { heatOf, withOven } from '../../heat/index.ts';
import type { CupForecast, HeatAsk } from './types.ts';

/** K over fusion that a cook aims at: through it for certain. */
export const COOK_OVER = 4;
/**
 * Heat a cup goes into the pot at, with something to spare, and under which it lets go of air no
 * more, °C (handbook §2 step 8).
 */
export const POT = { in: 172, least: 160 } as const;
export function potOf(
  belief: Belief,
  cup: string,
  {
    use,
    fan,
    now,
    ceiling,
  }: {
    use: { oven: string; power: number; level: number };
    fan: CupForecast['fan'];
    now: number;
    ceiling: number;
  },
): CupForecast['pot'] {
  const { seconds, after } = burstTo(
    belief,
    cup,
    { ...use, cups: [cup] },
    { celsius: POT.in, ceiling },
  );
  return { seconds, after, thick: fallsUnder(fan, now, POT.least) };
}
/** s two cups may stand in the oven together: the shorter of what each wants, safe for both. */
export function pairOf(
  other: Belief,
  cups: string[],
  { ask, oven, limits }: { ask: HeatAsk; oven: Oven; limits: (cup: string) => Limits },
): number {
  const key = ovenKey(ask.oven.id, ask.oven.level, 2);
  const use = { oven: key, power: oven.watts, level: ask.oven.level, cups };
  const belief = withOven(
    other,
    key,
    ovenPrior(ask.setup.learned, { id: ask.oven.id, oven, level: ask.oven.level, cups: 2 }),
  );
  const ceiling = Math.min(...cups.map((cup) => limits(cup).ceiling));
  return Math.min(
    ...cups.map(
      (cup) =>
        burstTo(belief, cup, use, { celsius: limits(cup).fusion + COOK_OVER, ceiling }).seconds,
    ),
  );
}
/**
 * First moment a cup falls under a heat, s, between the marks of its fan; null when it does not.
 */
export function fallsUnder(fan: CupForecast['fan'], now: number, celsius: number): number | null {
  let [seconds, mid] = [0, now];
  if (mid <= celsius) return 0;
  for (const range of fan) {
    if (range.mid <= celsius)
      return seconds + ((mid - celsius) / Math.max(1e-9, mid - range.mid)) * (range.s - seconds);
    [seconds, mid] = [range.s, range.mid];
  }
  return null;
}
/** One cup was read hotter or colder than it can be: it is read again before anything is heated. */
export const readAgain = (
  belief: Belief,
  cups: string[],
  look: number,
  way: 'above' | 'below',
): MatchPlan => ({
  bursts: [],
  wait: 0,
  look,
  at: cups.map((cup) => heatOf(belief, cup)),
  sure: 0,
  seconds: HANDS.stir,
  why: `one was read ${way === 'above' ? 'hotter' : 'colder'} than was thought it could be`,
});
