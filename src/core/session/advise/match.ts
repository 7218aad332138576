import { HANDS } from '../../heat/match.ts';
import { clock, degrees, degreesApart } from '../../quantity/format.ts';
import type { ShopUnits } from '../../quantity/units.ts';
import { ANY_GAP } from './ask.ts';
import { drawTold, flowSays } from './shot.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import { type HeatPlan, begins } from './plan.ts';
import { inWhich, give, letter, capital, planSentence, waitsFor, AT_ONCE, heats } from './words.ts';

/**
 * Steps a cup may be put in before: nothing of them is under pressure, cools in a barrel, or is in
 * hand (a mould being marked or laden keeps the key).
 */
export const EARLY_BEFORE: ReadonlySet<Step['key']> = new Set([
  'cool',
  'open',
  'sprue',
  'rack',
  'close',
  'top',
  'readRoom',
  'warmMould',
  'warmInjector',
  'clean',
  'colour',
  'heating',
  'secondLook',
]);
export function earlyStep(
  state: SessionState,
  step: Step,
  early: NonNullable<HeatAnswer['early']>,
  units: ShopUnits,
): Step {
  const cup = state.cups.get(early.cup)!;
  return {
    key: 'match',
    target: step.target,
    sentence: `${cup.letter} ${clock(early.seconds)} in ${inWhich(state, early.oven)}: hot when the mould is ready`,
    detail:
      `It would be cold by then. After it ${degrees(early.after.low, units)} to ` +
      `${degrees(early.after.high, units)}; meanwhile: ` +
      `${step.sentence.charAt(0).toLowerCase()}${step.sentence.slice(1)}.`,
    label: `${cup.letter} is in: ${clock(early.seconds)}`,
    send: give(state, cup.key, early.seconds, { oven: early.oven }),
    others: step.send ? [{ label: step.label, send: step.send }] : [],
  };
}
/** Out and stirred; what it is then is known well enough. */
export function stirOnly(
  state: SessionState,
  step: Step,
  { plan, done, now, units }: { plan: HeatPlan; done: number; now: number; units: ShopUnits },
): Step {
  const cup = letter(state, step.target);
  return {
    ...step,
    sentence: `${cup} out, stir, scrape the rim in`,
    detail: capital(planSentence(state, plan, { done, now, units })),
    label: `${cup} is stirred`,
    read: undefined,
    send: { kind: 'stirred', payload: { cup: step.target } },
    others: [],
  };
}
/** The next cup of a plan goes into its oven. */
export function goesIn(
  state: SessionState,
  step: Step,
  { plan, done, now, units }: { plan: HeatPlan; done: number; now: number; units: ShopUnits },
): Step {
  const next = plan.bring.bursts[done]!;
  const cup = plan.cups[next.cup]!;
  return {
    ...step,
    key: 'match',
    sentence: capital(planSentence(state, plan, { done, now, units })),
    detail: `Change over ${HANDS.change} s, stir ${HANDS.stir} s.`,
    label: `${letter(state, cup)} is in: ${next.seconds} s`,
    read: undefined,
    send: give(state, cup, next.seconds, { oven: plan.ovens[next.oven] }),
    until: undefined,
    others: [],
  };
}
/** A match at the bench: the step it is told on, and the plan for it. */
interface Match {
  step: Step;
  plan: HeatPlan;
  done: number;
  /** the draw after it; none where nothing is drawn next */
  draw: Step | undefined;
  answer: HeatAnswer;
  now: number;
  units: ShopUnits;
}
/** Why it is so for now, and the window, as they end what is said. */
const ending = ({ plan: { bring }, step }: Match): string =>
  (bring.why ? ` For now ${bring.why}.` : '') + (step.window ? ` ${step.window}` : '');
/** How likely it comes out so: in the window, and as near to each other as was asked. */
function surely({ bring, cups, within }: HeatPlan, units: ShopUnits): string {
  if (bring.sure <= 0) return '';
  const so =
    cups.length > 1 && within < ANY_GAP
      ? `they are within ${degreesApart(within, units)}`
      : `${cups.length > 1 ? 'all are' : 'it is'} in the window`;
  return ` ${Math.min(99, Math.round(bring.sure * 100))} in 100 that ${so} then.`;
}

/** The next burst of the plan. */
function burstStep(state: SessionState, match: Match): Step {
  const { step, plan, done, now, units } = match;
  const next = plan.bring.bursts[done]!;
  const cup = plan.cups[next.cup]!;
  const waits = waitsFor(plan, done, now);
  return {
    ...step,
    key: 'match',
    sentence: capital(planSentence(state, plan, { done, now, units })),
    detail: `Change over ${HANDS.change} s, stir ${HANDS.stir} s.${surely(plan, units)}${ending(match)}`,
    label: `${letter(state, cup)} is in: ${next.seconds} s`,
    read: undefined,
    send: give(state, cup, next.seconds, { oven: plan.ovens[next.oven] }),
    until: waits > AT_ONCE ? now + 1000 * waits : undefined,
  };
}
/** All bursts are given, but one cup is not known well enough to draw on: it is looked at. */
function lookStep(state: SessionState, match: Match, look: number, ends: number): Step {
  const { step, plan, now, units } = match;
  const cup = plan.cups[look]!;
  const read = `stir and read ${letter(state, cup)}`;
  return {
    ...step,
    key: 'match',
    sentence:
      ends > now + 1000 ? `Wait ${clock((ends - now) / 1000)}, then ${read}` : capital(read),
    detail:
      `${heats(state, plan.cups, plan.bring.at, units)}. ` +
      `It is not known well enough to draw on.${ending(match)}`,
    label: `Read ${letter(state, cup)}`,
    read: { kind: 'cup', key: cup },
    send: undefined,
    until: ends > now ? ends : undefined,
  };
}
/** They are together, or will be when the wait is over: the draw. */
function drawStep(state: SessionState, match: Match, draw: Step, ends: number): Step {
  const { step, plan, answer, now, units } = match;
  const told = drawTold(state, draw, answer, now);
  const at = heats(state, plan.cups, plan.bring.at, units);
  // Its wait is not over: what is warned of is of a draw made now all the same.
  if (ends > now)
    return {
      ...told,
      warnings: told.warnings?.map((warning) => `Drawn now: ${warning}`),
      key: 'match',
      sentence: `Draw in ${clock((ends - now) / 1000)} — ${at}`,
      label: 'Draw it now',
      skip: step.skip,
      until: ends,
    };
  return {
    ...told,
    detail:
      `${at}.${surely(plan, units)}${flowSays(state, plan.bring.at)} Push out ` +
      'the air until every colour runs.',
  };
}
/** What a match wants next: a burst, a look, or the draw. */
export function matchStep(state: SessionState, match: Match): Step {
  const { step, plan, done, draw } = match;
  const { bursts, look } = plan.bring;
  if (bursts[done]) return burstStep(state, match);
  const ends = plan.at + begins(plan).at(-1)! * 1000;
  if (look !== null) return lookStep(state, match, look, ends);
  return draw ? drawStep(state, match, draw, ends) : step;
}
