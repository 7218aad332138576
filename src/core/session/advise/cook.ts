import { HANDS } from '../../heat/match.ts';
import { degrees, clock } from '../../quantity/format.ts';
import type { ShopUnits } from '../../quantity/units.ts';
import { POT } from '../foresee/cups.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import { give, inWhich } from './words.ts';

export function cookStep(
  state: SessionState,
  step: Step,
  answer: HeatAnswer,
  units: ShopUnits,
): Step {
  const cupForeseen = answer.cups[step.target];
  const cup = state.cups.get(step.target);
  if (cupForeseen && !cupForeseen.cook && cup && cupForeseen.doubted !== null && cup.doubt === null)
    return {
      ...step,
      sentence:
        `Stir ${cup.letter} and read it again: ${degrees(cupForeseen.doubted, units)} is less ` +
        'than was expected',
    };
  if (
    !cupForeseen?.cook ||
    !cup ||
    cupForeseen.last === 'burst' ||
    cupForeseen.cook.seconds < HANDS.least
  )
    return step;
  const { seconds, after } = cupForeseen.cook;
  // A small cup is through fusion and cold again before it is read: then an eye says it, as makers
  // do.
  if (cupForeseen.last === 'reading' && cupForeseen.peak >= cup.limits.fusion) {
    return {
      ...step,
      sentence: `${cup.letter} has been at ${degrees(cupForeseen.peak, units)}: does it run clear off the blade?`,
      label: `${cup.letter} runs clear`,
      read: undefined,
      send: {
        kind: 'reading',
        payload: {
          target: { kind: 'cup', key: cup.key },
          celsius: null,
          stage: 'clear',
          from: 'eye',
        },
      },
      others: [
        {
          label: `Not yet: ${cup.letter} is in, ${clock(seconds)}`,
          send: give(state, cup.key, seconds),
        },
      ],
      detail:
        `It is about ${degrees(cupForeseen.now.celsius, units)} now: so little cools while it ` +
        'is stirred and read. No grain, no haze: it is through.',
    };
  }
  const other =
    cupForeseen.pair && cupForeseen.pair.seconds >= HANDS.least
      ? state.cups.get(cupForeseen.pair.with)
      : undefined;
  const safe =
    after.celsius < cup.limits.fusion - 5
      ? ` No longer: with what is known of this oven, more is not safe.`
      : '';
  return {
    ...step,
    sentence: `${cup.letter} ${clock(seconds)} in ${inWhich(state)}, then stir and read`,
    label: `${cup.letter} is in`,
    read: undefined,
    send: give(state, cup.key, seconds),
    others: other
      ? [
          {
            label: `${cup.letter} and ${other.letter} in together: ${clock(cupForeseen.pair!.seconds)}`,
            send: give(state, cup.key, cupForeseen.pair!.seconds, { together: other.key }),
          },
        ]
      : undefined,
    detail:
      `${cup.letter} is about ${degrees(cupForeseen.now.celsius, units)}; after it ` +
      `${degrees(after.low, units)} to ${degrees(after.high, units)}.${safe}`,
  };
}
/**
 * A cup for the pot: too cool and it is reheated first; hot enough and it is said how long it stays
 * so.
 */
export function potStep(
  state: SessionState,
  step: Step,
  answer: HeatAnswer,
  units: ShopUnits,
): Step {
  const cupForeseen = answer.cups[step.target];
  const cup = state.cups.get(step.target);
  if (!cupForeseen?.pot || !cup) return step;
  const { seconds, after, thick } = cupForeseen.pot;
  const reheat = seconds >= HANDS.least ? give(state, cup.key, seconds) : null;
  const was = `${cup.letter} is about ${degrees(cupForeseen.now.celsius, units)}`;
  if (cupForeseen.now.celsius < POT.least + 3 && reheat) {
    return {
      ...step,
      sentence: `${cup.letter} is too thick for the pot: ${clock(seconds)} in ${inWhich(state)}, stir, then degas`,
      detail: `${was}; after it ${degrees(after.low, units)} to ${degrees(after.high, units)}. ${step.detail}`,
      label: `${cup.letter} is in`,
      send: reheat,
      others: [{ label: 'It is degassed as it is', send: step.send! }],
    };
  }
  const left = thick === null ? '' : ` ${clock(thick)} until it is too thick.`;
  return {
    ...step,
    detail: `${was}.${left} ${step.detail}`,
    others: reheat
      ? [{ label: `It will not let go: out, ${clock(seconds)} in the oven`, send: reheat }]
      : undefined,
  };
}
