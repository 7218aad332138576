import { sameThing } from '../../../material/named.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import { eachFusedCup } from '../atBench.ts';
import { addAll, ladderOf, ladderSaid } from '../ladder.ts';

const additions = (count: number): string => (count === 1 ? '1 addition' : `${count} additions`);

export const colour = eachFusedCup(({ state }, cup) => {
  if (cup.coloured || isSkipped(state, 'colour', cup)) return null;
  // Just for what went in last: what the cup held before has its colour.
  const charged = cup.trail.findLastIndex((entry) => entry.brings !== null);
  const last = cup.trail[charged]?.amount ?? cup.grams;
  const since = cup.trail.slice(charged + 1);
  const ladder = ladderOf(cup, last, ['gel', 'clear', 'last']);
  const count = cup.ladder.filter((ingredient) => ingredient.when !== 'cold').length;
  return {
    key: 'colour',
    target: cup.key,
    sentence: `Colour ${cup.letter}: ${cup.name}, ${additions(count)}`,
    detail: ladderSaid(ladder) ?? 'Nothing is written down for this mix.',
    label: `${cup.letter} is coloured`,
    send: { kind: 'coloured', payload: { cup: cup.key } },
    skip: skipOf('colour', cup),
    also: addAll(
      cup,
      ladder.filter((ingredient) => !since.some((entry) => sameThing(entry, ingredient))),
    ),
  };
});
