import type { Vessel } from '../build/index.ts';
import { layersOf } from '../build/index.ts';
import { METRIC } from '../quantity/index.ts';
import { fillLimit } from '../shot/cup.ts';
import type { CupId } from './cupId.ts';
import type { CupChoice, Job, PlanInput, PlanSettings } from './input.ts';
import { type LaidJobs, layJobs } from './layJobs.ts';
import { checkJobs } from './plan.ts';
import { hotDensity, runCups } from './runCups.ts';
import type { Shelf } from './shelf.ts';

/** An id no cup has yet, for a further one of a mix. */
export function freeCupId(cups: readonly Pick<CupChoice, 'id'>[], mix: number): CupId {
  for (let count = 1; ; count++) {
    const id = count === 1 ? String(mix) : `${mix}-${count}`;
    if (!cups.some((cup) => cup.id === id)) return id;
  }
}

/**
 * Jobs with a cup for each of their layers: the one named for it where that is meant for its mix,
 * else the first of its mix.
 */
export function seated(jobs: Job[], held: readonly Pick<CupChoice, 'id' | 'mix'>[]): Job[] {
  const cups = held.map(({ id, mix }) => ({ id, mix }));
  const cupFor = (mix: number, named: CupId | null | undefined): CupId => {
    const own = cups.filter((cup) => cup.mix === mix);
    const found = own.find((cup) => cup.id === named) ?? own[0];
    if (found) return found.id;
    const id = freeCupId(cups, mix);
    cups.push({ id, mix });
    return id;
  };
  return jobs.map((job) => ({
    ...job,
    drawnFrom: Object.fromEntries(
      layersOf(job.build).map(({ key }) => {
        const mix = job.layers[key] ?? null;
        return [key, mix === null ? null : cupFor(mix, job.drawnFrom[key])];
      }),
    ),
  }));
}

/** What each cup that jobs draw from is meant to become, in the order they name them. */
const meant = (jobs: readonly Job[]): Map<CupId, number> =>
  new Map(
    jobs.flatMap((job) =>
      Object.entries(job.drawnFrom).flatMap(([layer, id]) =>
        id === null ? [] : [[id, job.layers[layer]!] as const],
      ),
    ),
  );

/** What the cups are to hold that jobs draw from, in the vessels that are chosen already. */
export const cupsFrom = (
  shelf: Pick<Shelf, 'mixes'>,
  jobs: readonly Job[],
  held: readonly CupChoice[],
  settings: PlanSettings,
): CupChoice[] =>
  [...meant(jobs)].flatMap(([id, mix]): CupChoice[] => {
    const entry = shelf.mixes.find((other) => other.id === mix);
    if (!entry) return [];
    const { spec: recipe, density20 } = entry;
    const before = held.find((use) => use.id === id) ?? {
      vessel: null,
      degas: settings.degas ?? 'none',
    };
    return [{ ...before, id, mix, recipe, ...(density20 ? { density20 } : {}) }];
  });

/**
 * The cups the jobs draw from: kept where already chosen, else the smallest that takes the plan in
 * one charge.
 */
export function cupsFor(
  shelf: Shelf,
  jobs: Job[],
  held: readonly CupChoice[],
  settings: PlanSettings,
): CupChoice[] {
  const bySize = [...shelf.vessels].sort((one, other) => one.spec.volume - other.spec.volume);
  const cups = cupsFrom(shelf, jobs, held, settings);
  const laid = laidWhere({ jobs, cups, settings });
  for (const { id, spec } of bySize) {
    const open = cups.filter(({ vessel }) => !vessel);
    if (open.length === 0 || !laid) break;
    const holds = mostIn(spec, { jobs, cups, settings }, laid);
    for (const cup of open)
      if ((holds.get(cup.id) ?? Infinity) <= fillLimit(spec, cup.degas !== 'none') + 1e-6)
        cup.vessel = { id, vessel: spec };
  }
  const largest = bySize.at(-1);
  for (const cup of cups)
    if (!cup.vessel && largest) cup.vessel = { id: largest.id, vessel: largest.spec };
  return cups;
}

/** Jobs as they are laid; null where something keeps them from it. */
export function laidWhere(input: PlanInput): LaidJobs | null {
  if (checkJobs(input, METRIC).some(({ weight }) => weight === 'refused')) return null;
  const laid = layJobs(input);
  return 'why' in laid ? null : laid;
}
/** mL each cup would hold at most, were it of this shape and never full. */
function mostIn(vessel: Vessel, input: PlanInput, laid: LaidJobs): Map<CupId, number> {
  const endless = { id: 0, vessel: { ...vessel, volume: ENDLESS } };
  const cups = input.cups.map((cup) => ({ ...cup, vessel: cup.vessel ?? endless }));
  const { cups: runs } = runCups({ ...input, cups }, laid);
  return new Map(
    cups.flatMap((cup) => {
      const run = runs[cup.id];
      return run ? [[cup.id, run.most / hotDensity(cup, laid)] as const] : [];
    }),
  );
}
const ENDLESS = 1e6;
