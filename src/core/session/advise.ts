import { HANDS } from '../heat/match.ts';
import { joined, phrase } from '../quantity/phrase.ts';
import { type Advising, type Planned, plannedOf } from './advise/advising.ts';
import { cookStep, potStep } from './advise/cook.ts';
import { earlyStep, goesIn, matchStep, stirOnly } from './advise/match.ts';
import { given, type HeatPlan } from './advise/plan.ts';
import { drawTold } from './advise/drawTold.ts';
import { flowSaid, holdStep, pourStep, shootStep, stoodAt } from './advise/shot.ts';
import { AT_ONCE, give, letter, planSentence, waitsFor } from './advise/words.ts';
import type { HeatAnswer } from './foresee/types.ts';
import type { HeatNote } from './heatNotes.ts';
import type { SessionState } from './state.ts';
import { heatTold } from './pourOff.ts';
import type { Send, Step } from './step.ts';
import { isOf, type StepKey } from './stepKinds.ts';
import { matchSkip } from './steps/cups/match.ts';
import { runInHand } from './steps/work.ts';

/** What a step becomes by what is foreseen; null where that has nothing to say of it. */
type Adviser = (advising: Advising) => Step | null;

/**
 * A cup goes in while hands are at the mould, so that it is hot when that is ready. A match that is
 * being carried out is not broken into; one that is only reckoned is for when the mould is ready.
 */
const inEarly: Adviser = ({ state, step, answer: { early }, done }) =>
  early &&
  isOf(step, 'canWait') &&
  !state.cups.get(early.cup)?.inOven &&
  (!done || step.key !== 'heating')
    ? earlyStep(state, step, early)
    : null;

/** Whether a cup stands in an oven. */
const busy = (state: SessionState, oven: { id: number } | undefined, except?: string): boolean =>
  oven !== undefined &&
  [...state.cups.values()].some((cup) => cup.key !== except && cup.inOven?.oven === oven.id);

/** While one cup heats the next goes into another oven, where the plan has it so. */
const intoOther: Adviser = (advising) => {
  const planned = plannedOf(advising);
  if (!planned || planned.done === 0) return null;
  const { plan, done } = planned;
  const next = plan.bring.bursts[done];
  const oven = next && plan.ovens[next.oven];
  return oven && !busy(advising.state, oven) && waitsFor(plan, done, advising.now) <= AT_ONCE
    ? goesIn(advising.state, advising.step, { ...advising, ...planned })
    : null;
};

/** What the oven holds comes out before anything else goes in. */
const outFirst: Adviser = ({ state, step, all }) =>
  [...state.cups.values()].some((cup) => cup.inOven)
    ? (all.find(({ key }) => key === 'heating' || key === 'stir') ?? step)
    : null;

/** A cup that was looked at goes in for its next burst before another is taken out and looked at. */
const inBeforeOut: Adviser = ({ state, step, all, answer }) => {
  if (state.cups.get(step.target)?.fused !== false) return null;
  const cook = all.find(({ key }) => key === 'cook');
  const next = cook && cookStep(state, cook, answer);
  return next?.send?.kind === 'heated' ? next : null;
};

/** A cup comes out in the middle of a plan: it is stirred, and the next goes in at once. */
const stirThenNext: Adviser = (advising) => {
  const planned = plannedOf(advising);
  if (!planned || planned.done === 0) return null;
  const { plan, done } = planned;
  const { state, step, now } = advising;
  const cup = state.cups.get(step.target)!;
  const next = plan.bring.bursts[done];
  if (
    next &&
    !busy(state, plan.ovens[next.oven], cup.key) &&
    waitsFor(plan, done, now) <= HANDS.stir + AT_ONCE
  )
    return {
      ...step,
      sentence: phrase`${cup.letter} out, stir; then ${planSentence(state, plan, { done, now, first: HANDS.stir })}`,
      label: `${letter(state, plan.cups[next.cup])} is in: ${next.seconds} s`,
      read: undefined,
      also: [{ kind: 'stirred', payload: { cup: cup.key } }],
      send: give(state, plan.cups[next.cup]!, next.seconds, { oven: plan.ovens[next.oven] }),
    };
  const looks = plan.bring.look !== null && plan.cups[plan.bring.look] === cup.key;
  return looks ? null : stirOnly(state, step, { ...advising, ...planned });
};
/**
 * Put in early, and as sure to be in the window as after any match: it is stirred, and a look is
 * offered.
 */
const stirEarly: Adviser = (advising) => {
  const planned = plannedOf(advising);
  if (!planned || planned.done !== 0) return null;
  const { cups, bring } = planned.plan;
  return cups.includes(advising.step.target) &&
    bring.bursts.length === 0 &&
    bring.look === null &&
    bring.sure > 0
    ? stirOnly(advising.state, advising.step, { ...advising, ...planned })
    : null;
};

const matchNow: Adviser = (advising) => {
  const planned = plannedOf(advising);
  const draw = advising.all.find((step) => step.key === 'draw');
  return planned && matchStep(advising.state, { ...advising, ...planned, draw });
};
/**
 * Read one after the other and alike, but the first has cooled since: what is believed counts, not
 * what was read.
 */
const matchAgain: Adviser = (advising) => {
  const planned = plannedOf(advising);
  const run = runInHand(advising.state);
  const skip = run && matchSkip(advising.state, run);
  if (!skip || !planned || planned.plan.bring.bursts.length <= planned.done) return null;
  const { step } = advising;
  const match = { ...step, skip, warnings: undefined, caution: undefined };
  return matchStep(advising.state, { ...advising, ...planned, step: match, draw: step });
};
/** Read and found together: the draw is reckoned at what they are now. */
const drawTogether = ({ state, step, answer, now }: Advising, { plan }: Planned): Step | null =>
  plan.bring.bursts.length === 0 && plan.cups.every((cup) => answer.cups[cup])
    ? {
        ...drawTold(state, step, answer, now),
        detail: joined([
          step.detail,
          flowSaid(
            state,
            plan.cups.map((cup) => answer.cups[cup]!.now),
            now,
          ),
        ]),
      }
    : null;
const drawNow: Adviser = (advising) => {
  const planned = plannedOf(advising);
  const { state, step, answer, now } = advising;
  return (planned && drawTogether(advising, planned)) ?? drawTold(state, step, answer, now);
};

/** What is kept of a cup goes with the heat it has spent, as it is reckoned. */
const leftover: Adviser = ({ state, step, answer }) => {
  const cup = state.cups.get(step.target);
  const seen = answer.cups[step.target];
  const told = (send: Send): Send =>
    cup && seen && send.kind === 'pouredOff'
      ? { ...send, payload: { ...send.payload, ...heatTold(seen) } }
      : send;
  return {
    ...step,
    send: step.send && told(step.send),
    others: step.others?.map((other) => ({ ...other, send: told(other.send) })),
  };
};

const hold: Adviser = ({ state, step, answer, now }) =>
  holdStep(step, answer, stoodAt(state, step.target, now));
const pot: Adviser = ({ state, step, answer }) => potStep(state, step, answer);
/** What is foreseen says of each kind of step; the first that has something to say is heard. */
const ADVISERS: Partial<Record<StepKey, Adviser[]>> = {
  heating: [intoOther],
  match: [outFirst, matchNow],
  hold: [hold],
  topOff: [hold],
  shoot: [({ step, answer }) => shootStep(step, answer)],
  degasBefore: [pot],
  degasAfter: [pot],
  cook: [({ state, step, answer }) => cookStep(state, step, answer)],
  stir: [inBeforeOut, stirThenNext, stirEarly],
  draw: [matchAgain, drawNow],
  pour: [({ step, answer, now }) => pourStep(step, answer, now)],
  leftover: [leftover],
};

/**
 * What comes next, with what is foreseen of heat worked into it: the steps' own order stands, the
 * advice says how many seconds, which cup, when, and how sure.
 * @param all every step, the most pressing first
 */
export function advise(
  state: SessionState,
  all: Step[],
  {
    answer,
    plan,
    notes,
    now,
  }: { answer: HeatAnswer | null; plan: HeatPlan | null; notes: readonly HeatNote[]; now: number },
): Step | null {
  const step = all[0] ?? null;
  if (!step || !answer) return step;
  const done = plan ? given(plan, notes) : null;
  const advising: Advising = { state, all, step, answer, plan, done, now };
  for (const adviser of [inEarly, ...(ADVISERS[step.key] ?? [])]) {
    const advised = adviser(advising);
    if (advised) return advised;
  }
  return step;
}
