import { joined, phrase, type Phrase, saidHeat } from '../../../quantity/phrase.ts';
import { freeOven } from '../../guard/cups.ts';
import { isSkipped } from '../../skips.ts';
import type { CupState } from '../../state/cup.ts';
import { type Decide, eachCup } from '../atBench.ts';

/** A reading that could not be: by hand or above all bounds it is read again before it cooks on. */
function cookSaid({ doubt, letter, limits }: CupState): Phrase {
  if (!doubt || (doubt.way !== 'above' && doubt.device))
    return phrase`Cook ${letter} to ${saidHeat(limits.fusion)}, stir, read`;
  const way = doubt.way === 'above' ? 'more' : 'less';
  return phrase`Stir ${letter} and read it again: ${saidHeat(doubt.celsius)} is ${way} than it can be`;
}
const cookOne = eachCup(({ state }, cup) => {
  if (cup.inOven || cup.charges === 0 || cup.fused || isSkipped(state, 'cook', cup)) return null;
  const read = cup.reading
    ? phrase`${cup.letter} was ${saidHeat(cup.reading.celsius)}.`
    : 'From milk through gel to clear.';
  return {
    key: 'cook',
    target: cup.key,
    sentence: cookSaid(cup),
    detail: phrase`${read} Short bursts; scrape the rim in each time.`,
    label: `Read ${cup.letter}`,
    read: { kind: 'cup', key: cup.key },
    caution: joined([
      phrase`Ventilate. Above ${saidHeat(cup.limits.ceiling)} it yellows; smoke means stop, `,
      'get it outside, leave. Never use this microwave for food.',
    ]),
  };
});
/** While every oven has a cup in it no other is asked into one. */
export const cook: Decide = (bench) => (freeOven(bench.state) ? cookOne(bench) : []);
