import type { Build } from '../build/index.ts';
import { layersOf } from '../build/index.ts';
import { familyOfLayers } from './colourFamily.ts';
import { mouldFor } from './draft.ts';
import type { Job, Tools } from './input.ts';
import type { DraftDefaults, MouldEntry, Shelf } from './shelf.ts';
import { inTools } from './shelf.ts';
import { rigFor, shareOf, toolsFor } from './tools.ts';
import { UNNAMED } from './unnamed.ts';

interface From {
  shelf: Shelf;
  defaults: DraftDefaults;
}

/** A job with something else for one of its stages. */
export const jobWithTools = (job: Job, nth: number, part: Partial<Tools>): Job => ({
  ...job,
  tools: job.tools.map((tools, at) => (at === nth ? { ...tools, ...part } : tools)),
});

/**
 * A job with other moulds for one of its stages, and the share that comes good of those; where no
 * record is at hand, as at the bench, the share stays as it was.
 */
function withMoulds(
  job: Job,
  nth: number,
  moulds: Tools['moulds'],
  { rig = {}, defaults }: { rig?: Partial<Tools>; defaults: DraftDefaults },
): Job {
  if (!defaults.record) return jobWithTools(job, nth, { ...rig, moulds });
  const share = shareOf(job.build, job.build.stages[nth]!, moulds, defaults);
  // What was known of the moulds before is no longer so, whatever is known of these.
  const unknown = { strength: undefined, cavities: undefined };
  return jobWithTools(job, nth, { ...rig, moulds, ...unknown, ...share });
}

/** What is usual, with the family of a job's colour. */
const colouredAs = (
  { build, layers }: Pick<Job, 'build' | 'layers'>,
  { shelf, defaults }: From,
): From['defaults'] => ({ ...defaults, family: familyOfLayers(build, layers, shelf.mixes) });

/**
 * A job with another mould for one of its stages, and what fits that. The last stage's mould decides
 * which inserts lie in it, and so the moulds before it.
 */
export function jobInMould(
  job: Job,
  nth: number,
  mould: MouldEntry | undefined,
  { shelf, defaults }: From,
): Job {
  if (!mould) return jobWithTools(job, nth, { moulds: [] });
  if (nth === job.build.stages.length - 1)
    return {
      ...job,
      tools: toolsFor(shelf, job.build, mould, colouredAs(job, { shelf, defaults })),
    };
  const rig = rigFor(shelf, job.build.stages[nth]!, mould.spec, defaults);
  return withMoulds(job, nth, [inTools(mould)], { rig, defaults });
}

/** A job with another mould in step with the first of one of its stages; none = with the first alone. */
export function jobInStep(
  job: Job,
  nth: number,
  second: MouldEntry | undefined,
  { defaults }: From,
): Job {
  const moulds = [...job.tools[nth]!.moulds.slice(0, 1), ...(second ? [inTools(second)] : [])];
  return withMoulds(job, nth, moulds, { defaults });
}

/**
 * A job shot in another build: in a layer of the same name the mix it had, else the one in its place.
 * A layer more than it had has none, until one is chosen.
 */
export function jobInBuild(job: Job, build: Build, { shelf, defaults }: From): Job {
  const mixes = Object.values(job.layers);
  const layers = Object.fromEntries(
    layersOf(build).map(({ key }, nth) => [key, job.layers[key] ?? mixes[nth] ?? null] as const),
  );
  const held = job.tools.at(-1)?.moulds[0]?.id;
  const own = shelf.baits.find(({ id }) => id === job.bait.id)?.spec.mouldIds ?? [];
  const mouldIds = held === undefined ? own : [held, ...own.filter((id) => id !== held)];
  return {
    ...job,
    build,
    layers,
    tools: toolsFor(
      shelf,
      build,
      mouldFor(shelf, build, { mouldIds }),
      colouredAs({ build, layers }, { shelf, defaults }),
    ),
  };
}

/** The mixes of a build's layers, in its order. */
const inOrder = (build: Build, layers: Job['layers']): string =>
  layersOf(build)
    .map(({ key }) => layers[key] ?? null)
    .join();

/**
 * A job whose colours are called what they are: as before where its mixes are the same, in order;
 * else by the shop's colourway of that build and those mixes, or, where it has none, by the mixes
 * themselves, which nobody has named.
 * @param before the job before its build or its layers were changed
 */
export function calledByLayers(job: Job, before: Job, { colourways, mixes }: Shelf): Job {
  const own = inOrder(job.build, job.layers);
  if (own === inOrder(before.build, before.layers)) return { ...job, colourway: before.colourway };
  const found = colourways.find(
    ({ spec }) => spec.build === job.build.key && inOrder(job.build, spec.layers) === own,
  );
  if (found) {
    const { name, line } = found.spec;
    return { ...job, colourway: { id: found.id, name, ...(line ? { line } : {}) } };
  }
  const names = layersOf(job.build).flatMap(
    ({ key }) => mixes.find(({ id }) => id === job.layers[key])?.spec.name ?? [],
  );
  return { ...job, colourway: { id: UNNAMED, name: [...new Set(names)].join(' over ') } };
}
