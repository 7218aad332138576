import { aheadOf, safeBurst, burstOf } from '../../heat/advice.ts';
import { ovenPrior } from '../../heat/learned.ts';
import { HANDS } from '../../heat/match.ts';
import { ovenKey } from '../../heat/oven.ts';
import type { OvenUse } from '../../heat/foreseen.ts';
import type { Limits } from '../../material/limits.ts';
import type { Belief } from '../../heat/index.ts';
import { heatOf, meanAfter, withOven } from '../../heat/index.ts';
import { ovenOf } from '../heatNotes.ts';
import type { HeatAsk, HeatAnswer } from './types.ts';

/**
 * K that the hottest of a cup may be over a hot window's end, and under the heat where it breaks
 * down (judgements).
 */
const OVER_WINDOW = 8;
const UNDER_ALARM = 4;
/**
 * The heat a cup is kept under while it is brought into a window: a hot school asks for more than
 * cooking does.
 */
export const shotCeiling = ({ ceiling, alarm }: Limits, high: number): number =>
  Math.max(ceiling, Math.min(alarm - UNDER_ALARM, high + OVER_WINDOW));
/** Every oven that is free, as it is used and as it is known. */
export function usesOf(other: Belief, ask: HeatAsk): { uses: OvenUse[]; belief: Belief } {
  let belief = other;
  const uses = ask.ovens.map(({ id, level }) => {
    const known = ovenOf(ask.setup, id);
    const oven = ovenKey(known.id, level, 1);
    belief = withOven(
      belief,
      oven,
      ovenPrior(ask.setup.learned, { id: known.id, oven: known.oven, level, cups: 1 }),
    );
    return { oven, power: known.oven.watts, level };
  });
  return { uses, belief };
}
/** Where in the window a cup is to be at the draw it is heated early for, as a share of it. */
const EARLY_AIM = 0.6;
/**
 * s of hands that a cup heated early wants: taken out, stirred and looked at, which the next draw
 * waits for. A shorter burst than this is left to the match.
 */
const EARLY = { lead: 25, out: 15, least: 10, alike: 4 } as const;
/**
 * The coldest cup that would be under the window at the next draw, with the burst that leaves it in
 * the window then: given so late that it just comes out in time, while hands are at the mould.
 */
export function earlyOf(
  belief: Belief,
  ask: HeatAsk,
  { cups, window, next }: NonNullable<HeatAsk['early']>,
  { uses, limits }: { uses: readonly OvenUse[]; limits: (cup: string) => Limits },
): HeatAnswer['early'] {
  const use = uses[0];
  const all = cups
    .filter((cup) => belief.cups.includes(cup))
    .map((cup) => ({ cup, then: aheadOf(belief, cup, next + EARLY.out + HANDS.draws).celsius }));
  // Of cups about as cold always the same one, so that what is said stands.
  const here = all.find(
    (other) => other.then <= Math.min(...all.map((other) => other.then)) + EARLY.alike,
  );
  // What is over its window is heated for nothing, now or later.
  if (!use || !here || here.then >= window.low || heatOf(belief, here.cup).celsius > window.high)
    return null;
  const { cup } = here;
  const safe = safeBurst(belief, { ...use, cups: [cup] }, limits(cup).ceiling);
  const aim = window.low + EARLY_AIM * (window.high - window.low);
  const ends = (seconds: number) =>
    meanAfter(
      belief,
      cup,
      { ...use, cups: [cup], seconds },
      Math.max(0, next + EARLY.out + HANDS.draws - seconds),
    );
  let [low, high] = [0, safe];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (ends(middle) <= aim) low = middle;
    else high = middle - 1;
  }
  // Later than that it holds up the draw as a match does, which sees to all cups at once.
  if (low < EARLY.least || next > low + EARLY.lead || next + EARLY.out < low) return null;
  return {
    cup,
    seconds: low,
    oven: ask.ovens[0]!,
    after: burstOf(belief, cup, { ...use, cups: [cup], seconds: low }),
  };
}
