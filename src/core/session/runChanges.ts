import type { Build } from '../build/index.ts';
import { builtIns, findBuild, layersOf, stageLayers } from '../build/index.ts';
import type { Job, Shelf } from '../plan/index.ts';
import { checkJob, cupsFor, familyOfLayers, oneCupEach, seated, toolsFor } from '../plan/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { RunState, SessionState } from './state.ts';
import type { Send } from './step.ts';

/** A change of what a run shoots from here on: what to record, or why it cannot be. */
export type RunChange = { ok: true; send: Send } | { ok: false; refused: string[] };

/**
 * Builds the colours of a run can be shot in instead: one stage, as many layers, another block or
 * way of pushing.
 */
export function otherBuilds(run: RunState, shelf: Shelf): Build[] {
  if (run.job.build.stages.length > 1) return [];
  return [...builtIns(), ...shelf.builds.map((build) => build.spec)].filter(
    (build) =>
      build.key !== run.job.build.key &&
      build.stages.length === 1 &&
      stageLayers(build.stages[0]!).length === stageLayers(run.stage).length &&
      build.stages[0]!.layers.length === run.stage.layers.length,
  );
}

/**
 * Another mould beside the run's own. It makes its own bait: the run's, where it is listed for that;
 * else the first it is listed for; else one named by the mould.
 */
export function takeMould(run: RunState, shelf: Shelf, entry: Shelf['moulds'][number]): Send {
  const own = run.job.bait;
  const made = shelf.baits.filter((bait) => bait.spec.mouldIds.includes(entry.id));
  const other = made.find((bait) => bait.id === own.id) ?? made[0];
  const named = other
    ? { id: other.id, name: other.spec.name, outline: other.spec.outline }
    : { id: 0, name: `Baits of ${entry.spec.name}`, outline: entry.spec.cavities[0]!.outline };
  return {
    kind: 'changed',
    payload: {
      what: 'mould',
      job: run.key,
      id: entry.id,
      mould: entry.spec,
      only: false,
      ...(run.stage.makes === 'bait' && named.id !== own.id ? { bait: named } : {}),
    },
  };
}

/** A run's colours, its build and what each layer is shot with, from here on. */
type Taken = Pick<Job, 'colourway' | 'build' | 'layers' | 'drawnFrom'>;
function take(
  state: SessionState,
  run: RunState,
  taken: Taken,
  { shelf, units }: { shelf: Shelf; units: ShopUnits },
): RunChange {
  const { job, tools } = run;
  const { settings, cups: held } = state.snapshot.input;
  const { build } = taken;
  if (build.stages.length !== job.build.stages.length)
    return {
      ok: false,
      refused: [
        `${build.name} has ${build.stages.length} stages; this job is laid out for ` +
          `${job.build.stages.length}. Plan it as a session of its own.`,
      ],
    };
  const mould = shelf.moulds.find((entry) => entry.id === job.tools.at(-1)?.moulds[0]?.id);
  const { confidence } = job;
  const fresh =
    build.key === job.build.key
      ? job.tools
      : toolsFor(shelf, build, mould, {
          settings,
          good: tools.good,
          confidence,
          window: tools.window,
          family: familyOfLayers(build, taken.layers, shelf.mixes),
        });
  const standing = [...state.cups.values()].map(({ key, mix }) => ({ id: key, mix }));
  const [next] = seated([{ ...job, ...taken, tools: fresh }], standing) as [Job];
  const cups = cupsFor(shelf, [next], held, settings);
  const refused = checkJob(next, { jobs: [next], cups, settings }, units)
    .filter((remark) => remark.weight === 'refused')
    .map((remark) => remark.sentence);
  if (refused.length > 0) return { ok: false, refused };
  const index = job.build.stages.findIndex((stage) => stage.key === run.stage.key);
  const { injector, block } = fresh[index]!;
  return {
    ok: true,
    send: {
      kind: 'changed',
      payload: {
        what: 'colourway',
        job: run.key,
        ...taken,
        drawnFrom: next.drawnFrom,
        cups,
        injector,
        block,
      },
    },
  };
}

type Bench = { shelf: Shelf; units: ShopUnits };
/**
 * Another colourway of the shelf, in its own build.
 * @param id the colourway's
 */
export function takeColourway(
  state: SessionState,
  run: RunState,
  id: number,
  bench: Bench,
): RunChange {
  const entry = bench.shelf.colourways.find((colourway) => colourway.id === id);
  const build =
    entry &&
    findBuild(
      entry.spec.build,
      bench.shelf.builds.map((own) => own.spec),
    );
  if (!build)
    return { ok: false, refused: [`${entry?.spec.name ?? 'That colourway'}: its build is gone.`] };
  const { name, line, layers } = entry.spec;
  const drawnFrom = oneCupEach(layers);
  return take(state, run, { colourway: { id, name, line }, build, layers, drawnFrom }, bench);
}

/** The run's colours in another build, layer by layer in order. @param key of {@link otherBuilds} */
export function takeBuild(
  state: SessionState,
  run: RunState,
  key: string,
  bench: Bench,
): RunChange {
  const build = otherBuilds(run, bench.shelf).find((other) => other.key === key);
  if (!build) return { ok: false, refused: ['That build does not suit these colours.'] };
  const { job } = run;
  const held = stageLayers(run.stage);
  /** what was said of the layers, of the other build's in their place */
  const inOrder = <Said>(said: Record<string, Said>) =>
    Object.fromEntries(
      layersOf(build).map(({ key }, i) => [key, said[held[i]?.key ?? ''] ?? null]),
    );
  const layers = inOrder(job.layers);
  const drawnFrom = inOrder(job.drawnFrom);
  return take(state, run, { colourway: job.colourway, build, layers, drawnFrom }, bench);
}
