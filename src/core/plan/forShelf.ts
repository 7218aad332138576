import type { Flow } from '../shot/recirculation.ts';
import { shotsLeft } from '../shot/shotsLeft.ts';
import { draftPlan } from './draft.ts';
import type { Job, PlanInput } from './input.ts';
import type { Plan, PlannedCup } from './planned.ts';
import type { DraftDefaults, Shelf } from './shelf.ts';
import { withJob, withJobs } from './change.ts';

/** Shots a job for the shelf begins with, until somebody says how many. */
const FIRST_SHOTS = 6;

/**
 * A plan with baits that nobody ordered: for the shelf, for trial, for oneself. Where the plan
 * shoots that bait in that colourway already, so many shots more.
 * @returns the plan as it was where the shop has no way to shoot it
 */
export function forShelf(
  input: PlanInput,
  { bait, colourway, shots = FIRST_SHOTS }: { bait: number; colourway: number; shots?: number },
  shelf: Shelf,
  defaults: DraftDefaults,
): PlanInput {
  const wanted = { part: 1, line: 1, for: '', bait, colourway, count: 1, due: '9999-12-31' };
  const [drafted] = draftPlan(shelf, [wanted], defaults).jobs;
  if (!drafted) return input;
  const held = input.jobs.find(({ key }) => key === drafted.key);
  if (held) return withJob(input, { ...held, extra: held.extra + shots }, shelf);
  const job: Job = { ...drafted, lines: [], extra: shots };
  return withJobs(input, [...input.jobs, job], shelf);
}

/** Whether nobody ordered what a job shoots. */
export const isForShelf = ({ lines }: Pick<Job, 'lines'>): boolean => lines.length === 0;

/** Shots, and baits, of one cup: with and without the sprues going round again. */
export interface OfCup {
  once: number;
  round: number;
}
/**
 * How many shots a charge gives, before any is shot.
 * @param grams g in the cup
 * @param flows what one shot takes and gives back
 */
export const shotsOf = (
  grams: number,
  flows: readonly Flow[],
  of: { cup: string; air: number },
): OfCup => ({
  once: shotsLeft(grams, flows, { ...of, sprues: false }),
  round: shotsLeft(grams, flows, { ...of, sprues: true }),
});

/**
 * What a full cup gives of one of a plan's jobs, by what its shots take and give back in the mean;
 * null where the plan does not draw from it.
 */
export function fullCupGives(plan: Plan, job: Job, { id, limitMl }: PlannedCup): OfCup | null {
  const runs = plan.runs.filter(({ barrels }) => barrels.some((barrel) => barrel.cup === id));
  const shots = runs.reduce((sum, run) => sum + run.shots + run.trials, 0);
  const cup = plan.cups.find((planned) => planned.id === id);
  if (!cup || shots === 0 || !runs.some(({ key }) => key === job.key)) return null;
  const flow: Flow = {
    takes: { [id]: cup.drawnG / shots },
    returns: [{ from: id, to: id, grams: cup.returnedG / shots }],
    baits: 0,
    puck: 0,
    lost: 0,
    lag: 1,
  };
  const grams = cup.freshMl > 0 ? (limitMl * cup.freshG) / cup.freshMl : 0;
  return shotsOf(grams, [flow], { cup: id, air: 0 });
}
