import type { HeatAnswer } from '../foresee/types.ts';
import type { SessionState } from '../state.ts';
import type { Step } from '../step.ts';
import type { HeatPlan } from './plan.ts';

/** What advice on a step goes by. */
export interface Advising {
  state: SessionState;
  /** every step, the most pressing first */
  all: Step[];
  step: Step;
  answer: HeatAnswer;
  plan: HeatPlan | null;
  /** bursts of the plan that were given as planned; null where it no longer holds, or there is none */
  done: number | null;
  now: number;
}
/** A plan that holds, and how far it is carried out. */
export interface Planned {
  plan: HeatPlan;
  done: number;
}
export const plannedOf = ({ plan, done }: Advising): Planned | null =>
  plan && done !== null ? { plan, done } : null;
