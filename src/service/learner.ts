import { format } from 'date-fns';
import type { Colourway } from '@/core/build/index.ts';
import type { Bait, Mould } from '@/core/mould/index.ts';
import { METALS } from '@/core/mould/index.ts';
import type { Entry, Plan, PlanInput, Shelf } from '@/core/plan/index.ts';
import { forShelf, noPlan, planSession } from '@/core/plan/index.ts';
import { planner } from './planner.ts';
import { savePlan } from './plans.ts';
import type { Result } from './result.ts';
import { ok, problem } from './result.ts';

/** Shots of a first evening: enough to see the third go better than the first. */
const SHOTS = 3;

/** Cavities a learner looks at at once, at best. */
const CAVITIES = 2;

/** How far a mould is from what a learner begins with: metal, and a pair of cavities. */
const hardness = (mould: Mould | undefined): number =>
  mould === undefined
    ? Infinity
    : Math.abs(mould.cavities.length - CAVITIES) + (METALS[mould.metal].home ? 100 : 0);

/** The bait whose usual mould is easiest, and a colourway of one colour that suits it; null where none. */
function easiest(shelf: Shelf): { bait: number; colourway: number } | null {
  const mouldOf = (bait: Entry<Bait>) =>
    shelf.moulds.find(({ id }) => id === bait.spec.mouldIds[0])?.spec;
  const bait = shelf.baits
    .filter((one) => mouldOf(one) !== undefined)
    .sort((one, other) => hardness(mouldOf(one)) - hardness(mouldOf(other)))[0];
  const grades = bait?.spec.grades ?? [];
  const single = shelf.colourways.filter(({ spec }) => spec.build === 'single');
  const suits = ({ spec }: Entry<Colourway>) =>
    Object.values(spec.layers).every((mix) =>
      grades.some((grade) => grade === shelf.mixes.find(({ id }) => id === mix)?.spec.grade),
    );
  const colourway = single.find(suits) ?? single[0];
  return bait && colourway ? { bait: bait.id, colourway: colourway.id } : null;
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
