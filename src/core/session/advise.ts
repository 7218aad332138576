import { HANDS } from '../heat/index.ts';
import type { HeatAnswer } from './foresee/types.ts';
import type { HeatNote } from './heatNotes.ts';
import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import { matchSkip, runInHand } from './steps/index.ts';
import { give, letter, planSentence, waitsFor, AT_ONCE } from './advise/words.ts';
import type { HeatPlan } from './advise/plan.ts';
import { given } from './advise/plan.ts';
import { potStep, cookStep } from './advise/cook.ts';
import { EARLY_BEFORE, earlyStep, goesIn, stirOnly, matchStep } from './advise/match.ts';
import { holdStep, shootStep, drawTold, flowSays, pourStep } from './advise/shot.ts';

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
  const { units } = state.snapshot;
  if (!step || !answer) return step;
  const done = plan ? given(plan, notes) : null;
  // A cup goes in while hands are at the mould, so that it is hot when that is ready. A match that
  // is being carried out is not broken into; one that is only reckoned is for when the mould is
  // ready.
  if (
    answer.early &&
    EARLY_BEFORE.has(step.key) &&
    !state.cups.get(answer.early.cup)?.inOven &&
    (!done || step.key !== 'heating')
  )
    return earlyStep(state, step, answer.early, units);
  // While one cup heats the next goes into another oven, where the plan has it so.
  if (step.key === 'heating' && plan && done !== null && done > 0) {
    const next = plan.bring.bursts[done];
    const oven = next && plan.ovens[next.oven];
    const busy = oven && [...state.cups.values()].some((cup) => cup.inOven?.oven === oven.id);
    if (next && oven && !busy && waitsFor(plan, done, now) <= AT_ONCE)
      return goesIn(state, step, { plan, done, now, units });
  }
  // What the oven holds comes out before anything else goes in.
  if (step.key === 'match' && [...state.cups.values()].some((cup) => cup.inOven))
    return all.find((step) => step.key === 'heating' || step.key === 'stir') ?? step;
  if (step.key === 'hold' || step.key === 'topOff') return holdStep(step, answer, units);
  if (step.key === 'shoot') return shootStep(step, answer, units);
  if (step.key === 'degasBefore' || step.key === 'degasAfter')
    return potStep(state, step, answer, units);
  if (step.key === 'cook') return cookStep(state, step, answer, units);
  if (step.key === 'stir' && plan && done !== null && done > 0) {
    const cup = state.cups.get(step.target)!;
    const stirred = { kind: 'stirred' as const, payload: { cup: cup.key } };
    const next = plan.bring.bursts[done];
    const stands =
      next &&
      [...state.cups.values()].some(
        (other) => other.key !== cup.key && other.inOven?.oven === plan.ovens[next.oven]?.id,
      );
    if (next && !stands && waitsFor(plan, done, now) <= HANDS.stir + AT_ONCE)
      return {
        ...step,
        sentence: `${cup.letter} out, stir; then ${planSentence(state, plan, { done, now, units })}`,
        label: `${letter(state, plan.cups[next.cup])} is in: ${next.seconds} s`,
        read: undefined,
        also: [stirred],
        send: give(state, plan.cups[next.cup]!, next.seconds, { oven: plan.ovens[next.oven] }),
      };
    if (plan.bring.look === null || plan.cups[plan.bring.look] !== cup.key)
      return stirOnly(state, step, { plan, done, now, units });
  }
  // Put in early, and as sure to be in the window as after any match: it is stirred, and a look is
  // offered.
  if (
    step.key === 'stir' &&
    plan &&
    done === 0 &&
    plan.cups.includes(step.target) &&
    plan.bring.bursts.length === 0 &&
    plan.bring.look === null &&
    plan.bring.sure > 0
  ) {
    return stirOnly(state, step, { plan, done, now, units });
  }
  if (step.key === 'match' && plan && done !== null)
    return matchStep(state, {
      step,
      plan,
      done,
      draw: all.find((step) => step.key === 'draw'),
      answer,
      now,
      units,
    });
  // Read one after the other and alike, but the first has cooled since: what is believed counts,
  // not what was read.
  const run = runInHand(state);
  const skip = step.key === 'draw' && run ? matchSkip(state, run) : null;
  if (skip && plan && done !== null && plan.bring.bursts.length > done)
    return matchStep(state, {
      step: { ...step, skip, warnings: undefined, caution: undefined },
      plan,
      done,
      draw: step,
      answer,
      now,
      units,
    });
  // Read and found together: the draw is reckoned at what they are now.
  if (
    step.key === 'draw' &&
    plan &&
    done !== null &&
    plan.bring.bursts.length === 0 &&
    plan.cups.every((cup) => answer.cups[cup])
  ) {
    const at = plan.cups.map((cup) => answer.cups[cup]!.now);
    return {
      ...drawTold(state, step, answer, now),
      detail: `${step.detail}${flowSays(state, at)}`,
    };
  }
  if (step.key === 'draw') return drawTold(state, step, answer, now);
  if (step.key === 'pour') return pourStep(step, answer, now);
  return step;
}
