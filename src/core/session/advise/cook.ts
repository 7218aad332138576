import { HANDS } from '../../heat/match.ts';
import { clock } from '../../quantity/format.ts';
import { joined, phrase, saidHeat } from '../../quantity/phrase.ts';
import { POT } from '../foresee/cups.ts';
import type { CupForecast, HeatAnswer } from '../foresee/types.ts';
import type { SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { give, inWhich } from './words.ts';

/** A cup that is to be cooked, and what is foreseen of it. */
interface Cooked {
  state: SessionState;
  step: Step;
  cup: CupState;
  seen: CupForecast;
  cook: NonNullable<CupForecast['cook']>;
}

/** What a cup wants to be cooked: another look, an eye, or the next burst. */
export function cookStep(state: SessionState, step: Step, answer: HeatAnswer): Step {
  const seen = answer.cups[step.target];
  const cup = state.cups.get(step.target);
  if (!seen || !cup) return step;
  const { cook, doubted, last, peak } = seen;
  if (!cook) return doubted !== null && cup.doubt === null ? readAgain(step, cup, doubted) : step;
  if (last === 'burst' || cook.seconds < HANDS.least) return step;
  const cooked = { state, step, cup, seen, cook };
  // A small cup is through fusion and cold again before it is read: then an eye says it, as makers
  // do.
  return last === 'reading' && peak >= cup.limits.fusion ? byEye(cooked) : nextBurst(cooked);
}
const readAgain = (step: Step, cup: CupState, doubted: number): Step => ({
  ...step,
  sentence: joined([
    phrase`Stir ${cup.letter} and read it again: ${saidHeat(doubted)} is less `,
    'than was expected',
  ]),
});
const byEye = ({ state, step, cup, seen, cook }: Cooked): Step => ({
  ...step,
  sentence: phrase`${cup.letter} has been at ${saidHeat(seen.peak)}: does it run clear off the blade?`,
  label: `${cup.letter} runs clear`,
  read: undefined,
  send: {
    kind: 'reading',
    payload: { target: { kind: 'cup', key: cup.key }, celsius: null, stage: 'clear', from: 'eye' },
  },
  others: [
    {
      label: `Not yet: ${cup.letter} is in, ${clock(cook.seconds)}`,
      send: give(state, cup.key, cook.seconds),
    },
  ],
  detail: joined([
    phrase`It is about ${saidHeat(seen.now.celsius)} now: so little cools while it `,
    'is stirred and read. No grain, no haze: it is through.',
  ]),
});
/** Another cup that may stand in the oven with it. */
function together({ state, cup, seen: { pair } }: Cooked): Step['others'] {
  const other = pair && pair.seconds >= HANDS.least ? state.cups.get(pair.with) : undefined;
  return other && pair
    ? [
        {
          label: `${cup.letter} and ${other.letter} in together: ${clock(pair.seconds)}`,
          send: give(state, cup.key, pair.seconds, { together: other.key }),
        },
      ]
    : undefined;
}
/** K a burst may end under fusion before it is said that no longer one is safe. */
const HARDLY_UNDER = 5;
function nextBurst(cooked: Cooked): Step {
  const { state, step, cup, seen, cook } = cooked;
  const { seconds, after } = cook;
  const safe =
    after.celsius < cup.limits.fusion - HARDLY_UNDER
      ? ` No longer: with what is known of this oven, more is not safe.`
      : '';
  return {
    ...step,
    sentence: `${cup.letter} ${clock(seconds)} in ${inWhich(state)}, then stir and read`,
    label: `${cup.letter} is in`,
    read: undefined,
    send: give(state, cup.key, seconds),
    others: together(cooked),
    detail: joined([
      phrase`${cup.letter} is about ${saidHeat(seen.now.celsius)}; after it `,
      phrase`${saidHeat(after.low)} to ${saidHeat(after.high)}.${safe}`,
    ]),
  };
}
/**
 * A cup for the pot: too cool and it is reheated first; hot enough and it is said how long it stays
 * so.
 */
export function potStep(state: SessionState, step: Step, answer: HeatAnswer): Step {
  const cupForeseen = answer.cups[step.target];
  const cup = state.cups.get(step.target);
  if (!cupForeseen?.pot || !cup) return step;
  const { seconds, after, thick } = cupForeseen.pot;
  const reheat = seconds >= HANDS.least ? give(state, cup.key, seconds) : null;
  const was = phrase`${cup.letter} is about ${saidHeat(cupForeseen.now.celsius)}`;
  if (cupForeseen.now.celsius < POT.least + 3 && reheat) {
    return {
      ...step,
      sentence: `${cup.letter} is too thick for the pot: ${clock(seconds)} in ${inWhich(state)}, stir, then degas`,
      detail: joined([
        phrase`${was}; after it ${saidHeat(after.low)} to ${saidHeat(after.high)}. `,
        step.detail,
      ]),
      label: `${cup.letter} is in`,
      send: reheat,
      others: [{ label: 'It is degassed as it is', send: step.send! }],
    };
  }
  const left = thick === null ? '' : ` ${clock(thick)} until it is too thick.`;
  return {
    ...step,
    detail: phrase`${was}.${left} ${step.detail}`,
    others: reheat
      ? [{ label: `It will not let go: out, ${clock(seconds)} in the oven`, send: reheat }]
      : undefined,
  };
}
