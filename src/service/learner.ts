import { format } from 'date-fns';
import type { Plan, PlanInput, Shelf } from '@/core/plan/index.ts';
import { forShelf, noPlan, planSession } from '@/core/plan/index.ts';
import { planner } from './planner.ts';
import { savePlan } from './plans.ts';
import type { Result } from './result.ts';
import { ok, problem } from './result.ts';

/** Shots of a first evening: enough to see the third go better than the first. */
const SHOTS = 3;

/** The bait with the fewest cavities to look at, and a colourway of one colour; null where none. */
function easiest(shelf: Shelf): { bait: number; colourway: number } | null {
  const colourway = shelf.colourways.find(({ spec }) => spec.build === 'single');
  const cavities = (bait: Shelf['baits'][number]): number =>
    shelf.moulds.find(({ id }) => id === bait.spec.mouldIds[0])?.spec.cavities.length ?? Infinity;
  const bait = [...shelf.baits].sort((one, other) => cavities(one) - cavities(other))[0];
  return bait && colourway && cavities(bait) < Infinity
    ? { bait: bait.id, colourway: colourway.id }
    : null;
}

interface FirstEvening {
  input: PlanInput;
  plan: Plan;
  units: Awaited<ReturnType<typeof planner>>['units'];
}
/** A first evening with what this shop has: one cup, one colour, its easiest mould; null = nothing to shoot. */
export async function firstEvening(now: Date): Promise<FirstEvening | null> {
  const { shelf, defaults, units } = await planner(now);
  const chosen = easiest(shelf);
  if (!chosen) return null;
  const input = forShelf(noPlan(defaults), { ...chosen, shots: SHOTS }, shelf, defaults);
  return { input, plan: planSession(input, units), units };
}

/** Keeps that evening as a plan. */
export async function layFirstEvening(now: Date): Promise<Result<{ plan: number }>> {
  const evening = await firstEvening(now);
  if (!evening)
    return problem(
      422,
      'misfit',
      'Nothing here can be shot in one colour yet: it wants a bait with its mould, and a colourway of one colour.',
    );
  const kept = await savePlan('A first evening', format(now, 'yyyy-MM-dd'), evening.input);
  return kept.ok ? ok({ plan: kept.value.id }) : kept;
}
