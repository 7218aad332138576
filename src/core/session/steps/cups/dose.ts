import { GRADES } from '../../../material/grade.ts';
import { joined, phrase, saidAmount } from '../../../quantity/phrase.ts';
import type { CupState } from '../../state/cup.ts';
import type { Send, Step } from '../../step.ts';
import { eachCup } from '../atBench.ts';
import { addAll, ladderOf, ladderSaid } from '../ladder.ts';

const SPITS = 'Water on hot plastic spits; damp additives too.';
const freshOf = (cup: CupState, grams: number): Send => ({
  kind: 'charged',
  payload: { cup: cup.key, grams, from: 'fresh' },
});

/** The first charge of a cup, all of it fresh. */
function fresh(cup: CupState, grams: number): Step {
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
    send: freshOf(cup, grams),
    then: addAll(cup, ladder),
    caution: SPITS,
  };
}

/** The first charge of a cup that is begun from pucks, with the fresh that goes to it. */
function fromPucks(cup: CupState, { of, grams }: NonNullable<CupState['begins']>): Step {
  const more = (cup.plannedBefore[1] ?? Infinity) <= 1 ? (cup.plannedCharges[1] ?? 0) : 0;
  // What was through fusion before has little stabiliser left: it is dosed as if it were fresh.
  const stabiliser = ladderOf(cup, more + grams, ['cold']).filter(
    ({ kind }) => kind === 'stabiliser',
  );
  const others = ladderOf(cup, more, ['cold']).filter(({ kind }) => kind !== 'stabiliser');
  const ladder = [...stabiliser, ...others].filter(({ amount }) => amount > 0);
  const cold = ladderSaid(ladder);
  return {
    key: 'dose',
    target: cup.key,
    sentence: joined([
      phrase`Cut up ${saidAmount(grams, 'mass', 0)} of ${of.name} into ${cup.letter}`,
      more > 0 ? phrase`, ${saidAmount(more / cup.density20, 'volume')} fresh to it` : '',
      cold ? ', dose it cold' : '',
    ]),
    detail: joined([
      'Pieces as small as peas; thirty seconds at a time, stirred between. ',
      cold ? phrase`Cold: ${cold}.` : '',
    ]),
    label: `${cup.letter} is measured`,
    send: { kind: 'charged', payload: { cup: cup.key, grams, from: 'remelt', of } },
    then: [...(more > 0 ? [freshOf(cup, more)] : []), ...addAll(cup, ladder)],
    caution: SPITS,
  };
}

/** The first charge of a cup. */
export const dose = eachCup((_bench, cup) => {
  if (cup.charges > 0) return null;
  if (cup.begins) return fromPucks(cup, cup.begins);
  const grams = cup.plannedCharges[0] ?? 0;
  return grams > 0 ? fresh(cup, grams) : null;
});
