import type { Belief } from '../../heat/index.ts';
import { aheadOf, burstTo, heatOf, safeBurst } from '../../heat/index.ts';
import type { Followed } from '../follow/followed.ts';
import { COOK_OVER, fallsUnder, potOf } from './cups.ts';
import type { CupForecast, HeatAsk } from './types.ts';

/** s ahead the fan is drawn at. */
const FAN = [30, 60, 120, 180, 240] as const;
/** Heat a cup is spoken of as cold under, where no window is asked for, °C. */
const COLD_UNDER = 160;

/** What the bench's oven, and the other cups, mean for one cup. */
interface Beside {
  /** the oven, at its power */
  use: { oven: string; power: number; level: number };
  /** a look at it is not believed yet: nothing is heated on the strength of it */
  again: boolean;
  /** a cup it may stand in the oven with, s */
  pair: CupForecast['pair'];
  /** s of a burst that cooks at most; null = as long as is safe */
  longest: number | null;
  /** heat under which it is cold, °C; null where no window is asked for */
  under: number | null;
}

/** What was heard of one cup; nothing of one that has told nothing yet. */
const heard = ({ spent, peak, last, doubted }: Followed, key: string) => ({
  spent: spent[key],
  peak: peak[key],
  last: last[key],
  doubted: doubted[key]?.celsius ?? null,
});

/** What is foreseen of one cup. */
export function cupForecast(
  belief: Belief,
  followed: Followed,
  cup: HeatAsk['cups'][number],
  { use, again, pair, longest, under }: Beside,
): CupForecast {
  const { key, cook, pot, bare } = cup;
  const { fusion, ceiling } = cup.limits;
  const now = heatOf(belief, key);
  const fan = FAN.map((seconds) => {
    const { celsius, low, high } = aheadOf(belief, key, seconds);
    return { s: seconds, mid: celsius, low, high };
  });
  const alone = { ...use, cups: [key] };
  const { spent = 0, peak = now.celsius, last = 'charge', doubted } = heard(followed, key);
  const cooking =
    cook && !again
      ? burstTo(belief, key, alone, {
          ...{ celsius: fusion + COOK_OVER, ceiling },
          ...(longest !== null && { longest }),
        })
      : null;
  const safe = cooking?.safe ?? safeBurst(belief, alone, ceiling);
  return {
    now,
    trend: 2 * (fan[0]!.mid - now.celsius),
    fan,
    left: Math.max(0, 1 - spent * (bare ? 2 : 1)),
    cold: fallsUnder(fan, now.celsius, under ?? COLD_UNDER),
    peak,
    safe: again ? 0 : safe,
    cook: cooking && { seconds: cooking.seconds, after: cooking.after },
    pair,
    pot: pot && !again ? potOf(belief, key, { use, fan, now: now.celsius, ceiling }) : null,
    last,
    doubted,
  };
}
