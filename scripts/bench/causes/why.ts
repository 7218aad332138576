// How often the strongest cause of a hidden shop is named first, and a false one as sure.
import { whyOf } from '@/core/causes/index.ts';
import { hiddenShop } from './hiddenShop.ts';

/** Times as many, from which a cause can be found at all and is asked for (judgement). */
const STRONG = 1.8;

export function trialOfWhy(shops: number, shots: number, from = 1) {
  const tally = { strong: 0, first: 0, falseSure: 0, told: 0, wrongWay: 0, held: 0, ranges: 0, ms: 0 };
  const tellFirst: string[] = [];
  for (let seed = from; seed < from + shops; seed++) {
    const { shots: seen, truth } = hiddenShop(seed, shots);
    const began = performance.now();
    const why = whyOf(seen, 'short');
    tally.ms += performance.now() - began;
    if (why.is === 'too few') continue;
    tally.told += 1;
    const [strongest, second] = truth;
    const sure = why.with.filter(({ sure: how }) => how === 'sure');
    if (sure.some(({ key }) => !truth.some((cause) => cause.key === key))) tally.falseSure += 1;
    if (sure.some(({ key, more }) => truth.some((cause) => cause.key === key && cause.more !== more)))
      tally.wrongWay += 1;
    for (const { key, times } of why.with) {
      const cause = truth.find((one) => one.key === key);
      if (!cause) continue;
      tally.ranges += 1;
      if (cause.times >= times.least && cause.times <= times.most) tally.held += 1;
    }
    if (!strongest || strongest.times < STRONG) continue;
    tally.strong += 1;
    const [first] = why.with;
    if (first?.key === strongest.key) tally.first += 1;
    else
      tellFirst.push(
        `${seed}: ${strongest.key} ×${strongest.times.toFixed(1)}${second ? `, ${second.key} ×${second.times.toFixed(1)}` : ''}; named ${why.with.map((one) => `${one.key} ×${one.times.middle.toFixed(1)} ${one.sure}`).join(', ')}`,
      );
  }
  return { ...tally, tellFirst };
}
