import { GRADES } from '../../../material/grade.ts';
import { phrase, saidAmount } from '../../../quantity/phrase.ts';
import { eachCup } from '../atBench.ts';
import { addAll, ladderOf, ladderSaid } from '../ladder.ts';

/** The first charge of a cup. */
export const dose = eachCup((_bench, cup) => {
  const grams = cup.plannedCharges[cup.charges] ?? cup.plannedCharges.at(-1) ?? 0;
  if (cup.charges > 0 || grams <= 0) return null;
  const { name } = GRADES[cup.grade];
  const ladder = ladderOf(cup, grams, ['cold']);
  const cold = ladderSaid(ladder);
  const volume = saidAmount(grams / cup.density20, 'volume');
  return {
    key: 'dose',
    target: cup.key,
    sentence: phrase`Measure ${volume} into ${cup.letter}${cold ? ', dose it cold' : ''}`,
    detail: phrase`${name} plastisol, ${saidAmount(grams, 'mass', 0)}.${cold ? phrase` Cold: ${cold}.` : ''}`,
    label: `${cup.letter} is measured`,
    send: { kind: 'charged', payload: { cup: cup.key, grams, from: 'fresh' } },
    then: addAll(cup, ladder),
    caution: 'Water on hot plastic spits; damp additives too.',
  };
});
