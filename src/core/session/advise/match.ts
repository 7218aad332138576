import { HANDS } from '../../heat/match.ts';
import { clock, degrees } from '../../quantity/format.ts';
import type { ShopUnits } from '../../quantity/units.ts';
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
export function matchStep(
  state: SessionState,
  {
    step,
    plan,
    done,
    draw,
    answer,
    now,
    units,
  }: {
    step: Step;
    plan: HeatPlan;
    done: number;
    draw: Step | undefined;
    answer: HeatAnswer;
    now: number;
    units: ShopUnits;
  },
): Step {
  const { bring, cups } = plan;
  const window = ` ${/The window is [^.]*\./.exec(step.detail)?.[0] ?? ''}`;
  const next = bring.bursts[done];
  const why = bring.why ? ` For now ${bring.why}.` : '';
  const sure =
    bring.sure > 0
      ? ` ${Math.min(99, Math.round(bring.sure * 100))} in 100 that they are together then.`
      : '';
  if (next) {
    const cup = cups[next.cup]!;
    const waits = waitsFor(plan, done, now);
    return {
      ...step,
      key: 'match',
      sentence: capital(planSentence(state, plan, { done, now, units })),
      detail: `Change over ${HANDS.change} s, stir ${HANDS.stir} s.${sure}${why}${window}`,
      label: `${letter(state, cup)} is in: ${next.seconds} s`,
      read: undefined,
      send: give(state, cup, next.seconds, { oven: plan.ovens[next.oven] }),
      until: waits > AT_ONCE ? now + 1000 * waits : undefined,
    };
  }
  const ends = plan.at + begins(plan).at(-1)! * 1000;
  if (bring.look !== null) {
    const cup = cups[bring.look]!;
    return {
      ...step,
      key: 'match',
      sentence:
        ends > now + 1000
          ? `Wait ${clock((ends - now) / 1000)}, then stir and read ${letter(state, cup)}`
          : `Stir and read ${letter(state, cup)}`,
      detail: `${heats(state, cups, bring.at, units)}. It is not known well enough to draw on.${why}${window}`,
      label: `Read ${letter(state, cup)}`,
      read: { kind: 'cup', key: cup },
      send: undefined,
      until: ends > now ? ends : undefined,
    };
  }
  if (!draw) return step;
  const told = drawTold(state, draw, answer, now);
  // Its wait is not over: what is warned of is of a draw made now all the same.
  if (ends > now)
    return {
      ...told,
      warnings: told.warnings?.map((warning) => `Drawn now: ${warning}`),
      key: 'match',
      sentence: `Draw in ${clock((ends - now) / 1000)} — ${heats(state, cups, bring.at, units)}`,
      label: 'Draw it now',
      skip: step.skip,
      until: ends,
    };
  return {
    ...told,
    detail:
      `${heats(state, cups, bring.at, units)}.${sure}${flowSays(state, bring.at)} Push out ` +
      'the air until every colour runs.',
  };
}
