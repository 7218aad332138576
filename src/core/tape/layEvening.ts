import type { PlanInput } from '../plan/input.ts';
import type { Plan } from '../plan/planned.ts';
import { firstCharges } from './cupWorks.ts';
import { runWorks } from './runWorks.ts';
import { standing } from './shootWorks.ts';
import { type Begun, Evening } from './evening.ts';
import type { TimingKnown } from './hands.ts';
import { type LaidStep, schedule } from './schedule.ts';

/** A session laid on its lanes, step by step. */
export interface LaidEvening {
  evening: Evening;
  steps: LaidStep[];
  /** s until all of it is done */
  ends: number;
}

/**
 * Lays a session on its lanes: hands, ovens, cups, injectors and moulds, each step by the models of
 * heat and the shop's own hands (M16). What does not share a lane goes on side by side.
 * @param begun what is behind it, where only the rest is laid; absent = nothing
 */
export function layEvening(
  plan: Plan,
  input: PlanInput,
  known: TimingKnown,
  begun?: Begun,
): LaidEvening {
  const evening = new Evening(plan, input, known, begun);
  const steps = schedule([
    ...standing(evening),
    ...firstCharges(evening),
    ...evening.shooting.flatMap((run) => runWorks(evening, run)),
  ]);
  return { evening, steps, ends: Math.max(0, ...steps.map(({ to }) => to)) };
}

/** s from the start at which each draw is begun to be matched for, in the plan's order. */
export function drawsAt({ evening, steps }: LaidEvening): number[] {
  const at = new Map(
    steps.filter(({ act }) => act === 'drawn').map(({ work, from }) => [work.of.draw!, from]),
  );
  return evening.draws.map(({ n: draw }) => at.get(draw)!);
}
