import {
  cupBelieved,
  damageRate,
  estimateOf,
  heatedBy,
  LIFE,
  UNEVEN_PRIOR,
  unevenness,
  unevenOf,
} from '../../heat/index.ts';
import type { Followed } from './followed.ts';

/**
 * Carries it on to a moment, through what is left of any bursts. Time that runs backwards is not
 * followed.
 */
export function advance(followed: Followed, to: number): Followed {
  let { belief, bursts } = followed;
  const spent = { ...followed.spent };
  const peak = { ...followed.peak };
  let { lastBurst } = followed;
  const go = (until: number) => {
    const seconds = (until - belief.at) / 1000;
    if (seconds <= 0) return;
    const before = belief.cups.map((cup) => estimateOf(belief, { of: 'plastic', cup }).mean);
    belief = heatedBy(
      belief,
      seconds,
      bursts.map((burst) => ({ ...burst, gone: (belief.at - burst.begun) / 1000 })),
    );
    belief.cups.forEach((cup, i) => {
      const mean = estimateOf(belief, { of: 'plastic', cup }).mean;
      peak[cup] = Math.max(peak[cup] ?? -Infinity, mean);
      const burst = bursts.find((burst) => burst.cups.includes(cup));
      // What is spent is spent by the hottest of it, as far ahead as it may well run.
      const usual = burst
        ? unevenness(
            (mean - before[i]!) / seconds,
            (belief.at - burst.begun) / 1000,
            cupBelieved(belief, cup).body.plastic,
          )
        : 0;
      const uneven = burst ? unevenOf(belief, burst.oven) : UNEVEN_PRIOR;
      const over = usual * Math.exp(uneven.mean + uneven.sd);
      if (burst)
        lastBurst = {
          ...lastBurst,
          [cup]: {
            oven: burst.oven,
            mean,
            over: usual,
            until: belief.at,
            wisp: false,
            stirred: false,
            look: null,
          },
        };
      const [from, reached] = [before[i]! + over, mean + over];
      spent[cup] =
        (spent[cup] ?? 0) +
        (((damageRate(from) + 4 * damageRate((from + reached) / 2) + damageRate(reached)) / 6) *
          seconds) /
          LIFE.stabilised;
    });
  };
  const ends = (other: (typeof bursts)[number]) => other.begun + other.seconds * 1000;
  while (bursts.length > 0) {
    const end = Math.min(...bursts.map(ends));
    go(Math.min(to, end));
    if (to < end) break;
    bursts = bursts.filter((burst) => ends(burst) > end);
  }
  for (const rest = belief.at; to - belief.at > pieceOf(belief.at - rest);)
    go(belief.at + pieceOf(belief.at - rest));
  go(to);
  return { ...followed, belief, bursts, spent, peak, lastBurst };
}

/**
 * Long rests go in pieces: the slope of a cooling is good for a few minutes, and a doubt that rises
 * and comes back within one piece would be left out. Short at first, when plastic and glass come
 * together, then as long as half of what has gone.
 * @param gone ms of the rest so far
 */
const pieceOf = (gone: number): number => Math.min(120_000, Math.max(45_000, gone / 2));
