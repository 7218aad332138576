import type { PlanInput } from '../../plan/input.ts';
import type { HeatSetup } from '../heatNotes.ts';

/** Moulds and cups of a plan with their own numbers in them, as the shop's lists give them now. */
export const numbered = (input: PlanInput): PlanInput => ({
  ...input,
  cups: input.cups.map((cup) => ({
    ...cup,
    vessel: cup.vessel && { ...cup.vessel, vessel: { ...cup.vessel.vessel, id: cup.vessel.id } },
  })),
  jobs: input.jobs.map((job) => ({
    ...job,
    tools: job.tools.map((tools) => ({
      ...tools,
      moulds: tools.moulds.map((entry) => ({ ...entry, mould: { ...entry.mould, id: entry.id } })),
    })),
  })),
});

/** What was learned under names, as sessions of before keep it, put under the numbers of its things. */
function byNumber<T>(
  learned: Record<string, T>,
  things: readonly { id?: number; name: string }[],
): Record<string, T> {
  const numbers = new Map(things.map(({ id, name }) => [name, String(id ?? name)]));
  return Object.fromEntries(
    Object.entries(learned).map(([key, known]) => [numbers.get(key) ?? key, known]),
  );
}

/** A session's setup of heat, with what was learned of its own moulds and cups under their numbers. */
export function heatByNumber(heat: HeatSetup, input: PlanInput): HeatSetup {
  const moulds = input.jobs.flatMap((job) =>
    job.tools.flatMap((tools) => tools.moulds.map((entry) => entry.mould)),
  );
  const cups = input.cups.flatMap((cup) => (cup.vessel ? [cup.vessel.vessel] : []));
  return {
    ...heat,
    learned: {
      ...heat.learned,
      cups: byNumber(heat.learned.cups, cups),
      moulds: byNumber(heat.learned.moulds ?? {}, moulds),
    },
  };
}
