// How often the strongest cause of a hidden shop is named first, and a false one as sure.
import type { GoesWith } from '@/core/causes/index.ts';
import { whyOf } from '@/core/causes/index.ts';
import { hiddenShop, type HiddenShop } from './hiddenShop.ts';

/** Times as many, from which a cause can be found at all and is asked for (judgement). */
const STRONG = 1.8;

/** What was named of one shop, held to what is so. */
interface Named {
  /** its strongest cause is strong enough to be asked for, and was named first */
  strong: boolean;
  first: boolean;
  /** something is sure that is no cause, or works the other way */
  falseSure: boolean;
  wrongWay: boolean;
  /** ranges of true causes, and those that held */
  ranges: number;
  held: number;
}

function judged(found: readonly GoesWith[], truth: HiddenShop['truth']): Named {
  const sure = found.filter(({ sure: how }) => how === 'sure');
  // What went together with it is named in the same breath: which of them it is, is left open.
  const names = (one: GoesWith | undefined, key: string): boolean =>
    one !== undefined && [one.key, ...one.together].includes(key as GoesWith['key']);
  const causeOf = (one: GoesWith) =>
    truth.find((cause) => cause.key === one.key) ?? truth.find((cause) => names(one, cause.key));
  const [strongest] = truth;
  const strong = strongest !== undefined && strongest.times >= STRONG;
  const ranges = found.flatMap((one) => {
    const cause = causeOf(one);
    return cause?.key === one.key
      ? [cause.times >= one.times.least && cause.times <= one.times.most]
      : [];
  });
  return {
    strong,
    first: strong && names(found[0], strongest.key),
    falseSure: sure.some((one) => !causeOf(one)),
    wrongWay: sure.some((one) => causeOf(one)?.key === one.key && causeOf(one)!.more !== one.more),
    ranges: ranges.length,
    held: ranges.filter(Boolean).length,
  };
}

/** Shops of so many shots, from a seed on. @param causes each has; left out: one to three */
export function trialOfWhy(
  shops: number,
  { shots, from = 1, causes }: { shots: number; from?: number; causes?: number },
) {
  const all = Array.from({ length: shops }, (_, nth) => {
    const { shots: seen, truth } = hiddenShop(from + nth, shots, causes);
    const why = whyOf(seen, 'short');
    return why.is === 'told' ? [judged(why.with, truth)] : [];
  }).flat();
  const count = (is: (one: Named) => boolean): number => all.filter(is).length;
  const sum = (of: (one: Named) => number): number =>
    all.reduce((total, one) => total + of(one), 0);
  return {
    told: all.length,
    strong: count(({ strong }) => strong),
    first: count(({ first }) => first),
    falseSure: count(({ falseSure }) => falseSure),
    wrongWay: count(({ wrongWay }) => wrongWay),
    ranges: sum(({ ranges }) => ranges),
    held: sum(({ held }) => held),
  };
}
