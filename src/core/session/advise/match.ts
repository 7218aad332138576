import { HANDS } from '../../heat/match.ts';
import { clock } from '../../quantity/format.ts';
import {
  capital,
  joined,
  phrase,
  type Phrase,
  saidApart,
  saidHeat,
  uncapital,
} from '../../quantity/phrase.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import { ANY_GAP } from './ask.ts';
import { begins, type HeatPlan } from './plan.ts';
import { drawTold } from './drawTold.ts';
import { flowSaid } from './shot.ts';
import { AT_ONCE, give, heats, inWhich, letter, planSentence, waitsFor } from './words.ts';

/** A cup goes in while hands are at the mould. */
export function earlyStep(
  state: SessionState,
  step: Step,
  early: NonNullable<HeatAnswer['early']>,
): Step {
  const cup = state.cups.get(early.cup)!;
  return {
    key: 'match',
    target: step.target,
    sentence: `${cup.letter} ${clock(early.seconds)} in ${inWhich(state, early.oven)}: hot when the mould is ready`,
    detail: joined([
      phrase`It would be cold by then. After it ${saidHeat(early.after.low)} to `,
      phrase`${saidHeat(early.after.high)}; meanwhile: ${uncapital(step.sentence)}.`,
    ]),
    label: `${cup.letter} is in: ${clock(early.seconds)}`,
    send: give(state, cup.key, early.seconds, { oven: early.oven }),
    others: step.send ? [{ label: step.label, send: step.send }] : [],
  };
}
/** Out and stirred; what it is then is known well enough. */
export function stirOnly(
  state: SessionState,
  step: Step,
  { plan, done, now }: { plan: HeatPlan; done: number; now: number },
): Step {
  const cup = letter(state, step.target);
  return {
    ...step,
    sentence: `${cup} out, stir, scrape the rim in`,
    detail: capital(planSentence(state, plan, { done, now })),
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
  { plan, done, now }: { plan: HeatPlan; done: number; now: number },
): Step {
  const next = plan.bring.bursts[done]!;
  const cup = plan.cups[next.cup]!;
  return {
    ...step,
    key: 'match',
    sentence: capital(planSentence(state, plan, { done, now })),
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
}
/** Why it is so for now, and the window, as they end what is said. */
const ending = ({ plan: { bring }, step }: Match): Phrase =>
  joined([bring.why ? ` For now ${bring.why}.` : '', step.window ? phrase` ${step.window}` : '']);
/** How likely it comes out so: in the window, and as near to each other as was asked. */
function surely({ bring, cups, within }: HeatPlan): Phrase {
  if (bring.sure <= 0) return '';
  const so =
    cups.length > 1 && within < ANY_GAP
      ? phrase`they are within ${saidApart(within)}`
      : `${cups.length > 1 ? 'all are' : 'it is'} in the window`;
  return phrase` ${Math.min(99, Math.round(bring.sure * 100))} in 100 that ${so} then.`;
}

/** The next burst of the plan. */
function burstStep(state: SessionState, match: Match): Step {
  const { step, plan, done, now } = match;
  const next = plan.bring.bursts[done]!;
  const cup = plan.cups[next.cup]!;
  const waits = waitsFor(plan, done, now);
  return {
    ...step,
    key: 'match',
    sentence: capital(planSentence(state, plan, { done, now })),
    detail: joined([
      `Change over ${HANDS.change} s, stir ${HANDS.stir} s.`,
      surely(plan),
      ending(match),
    ]),
    label: `${letter(state, cup)} is in: ${next.seconds} s`,
    read: undefined,
    send: give(state, cup, next.seconds, { oven: plan.ovens[next.oven] }),
    until: waits > AT_ONCE ? now + 1000 * waits : undefined,
  };
}
/** All bursts are given, but one cup is not known well enough to draw on: it is looked at. */
function lookStep(state: SessionState, match: Match, look: number, ends: number): Step {
  const { step, plan, now } = match;
  const cup = plan.cups[look]!;
  const read = `stir and read ${letter(state, cup)}`;
  return {
    ...step,
    key: 'match',
    sentence:
      ends > now + 1000 ? `Wait ${clock((ends - now) / 1000)}, then ${read}` : capital(read),
    detail: joined([
      heats(state, plan.cups, plan.bring.at),
      '. It is not known well enough to draw on.',
      ending(match),
    ]),
    label: `Read ${letter(state, cup)}`,
    read: { kind: 'cup', key: cup },
    send: undefined,
    until: ends > now ? ends : undefined,
  };
}
/** They are together, or will be when the wait is over: the draw. */
function drawStep(state: SessionState, match: Match, draw: Step, ends: number): Step {
  const { step, plan, answer, now } = match;
  const told = drawTold(state, draw, answer, now);
  const at = heats(state, plan.cups, plan.bring.at);
  // Its wait is not over: what is warned of is of a draw made now all the same.
  if (ends > now)
    return {
      ...told,
      warnings: told.warnings?.map((warning) => phrase`Drawn now: ${warning}`),
      key: 'match',
      sentence: phrase`Draw in ${clock((ends - now) / 1000)} — ${at}`,
      label: 'Draw it now',
      skip: step.skip,
      until: ends,
    };
  return {
    ...told,
    detail: joined([
      phrase`${at}.${surely(plan)}${flowSaid(state, plan.bring.at, now)} Push out `,
      'the air until every colour runs.',
    ]),
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
