import { cupsFor, freeCupId, seated } from './cupsFor.ts';
import { draftPlan, settle } from './draft.ts';
import type { WantedPart } from './draft.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
import type { CupId } from './cupId.ts';
import type { DraftDefaults, Shelf } from './shelf.ts';

/** A plan with nothing chosen yet. */
export const noPlan = ({ settings }: Pick<DraftDefaults, 'settings'>): PlanInput => ({
  jobs: [],
  cups: [],
  settings,
});

/** A plan with these jobs: barrels laid anew, a cup for each of their layers, chosen ones kept. */
export function withJobs(input: PlanInput, jobs: Job[], shelf: Shelf): PlanInput {
  const settled = settle(shelf, seated(jobs, input.cups));
  return { ...input, jobs: settled, cups: cupsFor(shelf, settled, input.cups, input.settings) };
}

/** A plan with one of its jobs changed; the job is known by its key. */
export const withJob = (input: PlanInput, job: Job, shelf: Shelf): PlanInput =>
  withJobs(
    input,
    input.jobs.map((other) => (other.key === job.key ? job : other)),
    shelf,
  );

/** A plan without one of its jobs. */
export const withoutJob = (input: PlanInput, job: Job, shelf: Shelf): PlanInput =>
  withJobs(
    input,
    input.jobs.filter(({ key }) => key !== job.key),
    shelf,
  );

/** A plan with one of its cups changed. */
export const withCup = (input: PlanInput, cup: CupChoice): PlanInput => ({
  ...input,
  cups: input.cups.map((other) => (other.id === cup.id ? cup : other)),
});

/** A plan in which a layer of a job is drawn from another cup: one of its own mix, or a new one. */
export function drawFrom(
  input: PlanInput,
  { job, layer, cup }: { job: Job; layer: string; cup: CupId | 'another' },
  shelf: Shelf,
): PlanInput {
  const mix = job.layers[layer];
  if (mix == null) return input;
  const of = input.cups.find((choice) => choice.id === job.drawnFrom[layer]);
  const id = cup === 'another' ? freeCupId(input.cups, mix) : cup;
  const cups = cup === 'another' && of ? [...input.cups, { ...of, id, vessel: null }] : input.cups;
  const next = { ...job, drawnFrom: { ...job.drawnFrom, [layer]: id } };
  return withJob({ ...input, cups }, next, shelf);
}

/**
 * A plan with a line of the order book taken in, or taken out where it was in. What shares a bait
 * and a colourway is one job, its lines soonest due first; a job without lines is gone.
 */
export function toggleLine(
  input: PlanInput,
  part: WantedPart,
  shelf: Shelf,
  defaults: DraftDefaults,
): PlanInput {
  if (input.jobs.some((job) => job.lines.some((line) => line.part === part.part))) {
    // What was for the shelf from the first stays; what was for this line alone goes with it.
    const jobs = input.jobs
      .map((job) => ({ ...job, lines: job.lines.filter((line) => line.part !== part.part) }))
      .filter((job, i) => job.lines.length > 0 || input.jobs[i]!.lines.length === 0);
    return withJobs(input, jobs, shelf);
  }
  const [fresh] = draftPlan(shelf, [part], defaults).jobs;
  if (!fresh) return input;
  const held = input.jobs.find((job) => job.key === fresh.key);
  if (!held) return withJobs(input, [...input.jobs, fresh], shelf);
  const lines = [...held.lines, ...fresh.lines].sort((one, other) =>
    one.due.localeCompare(other.due),
  );
  const confidence = Math.max(held.confidence, fresh.confidence);
  return withJob(input, { ...held, lines, confidence }, shelf);
}
