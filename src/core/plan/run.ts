import type { Stage } from '../build/index.ts';
import { stageLayers } from '../build/index.ts';
import type { Mix } from '../material/index.ts';
import { densityIn, PLASTISOL } from '../material/index.ts';
import type { Mould } from '../mould/index.ts';
import type { InsertSource, Rig } from '../shot/index.ts';
import { shares } from '../shot/index.ts';
import type { CupChoice, Job, Tools } from './input.ts';
import type { CupId } from './cupId.ts';

/** One stage of one job: the piece of work a bench has in hand. */
export interface Run {
  /** the job's own for its last stage; so a log of the first slice still reads */
  key: string;
  job: Job;
  stage: Stage;
  tools: Tools;
}

const runKey = (job: Pick<Job, 'key' | 'build'>, i: number): string =>
  i === job.build.stages.length - 1 ? job.key : `${job.key}:${job.build.stages[i]!.key}`;

/** The job a run belongs to, by the run's key. */
export const jobOfRun = (jobs: readonly Job[], key: string): Job =>
  jobs.find((job) => key === job.key || key.startsWith(`${job.key}:`))!;

/** The stages of a job, in order. */
export const runsOf = (job: Job): Run[] =>
  job.build.stages.flatMap((stage, i) =>
    job.tools[i] ? [{ key: runKey(job, i), job, stage, tools: job.tools[i] }] : [],
  );

/**
 * Where a stage's inserts come from, when it takes any: the first mould of the stage that makes
 * them.
 */
export function sourceOf(job: Job, stage: Stage): InsertSource | null {
  const from =
    stage.takes === null ? -1 : job.build.stages.findIndex((other) => other.key === stage.takes);
  const mould = from < 0 ? undefined : job.tools[from]?.moulds[0]?.mould;
  return mould ? { mould, stage: job.build.stages[from]! } : null;
}

/** Barrels as the layers of the stage lie in them: layer i in the barrel the tools' order names. */
export function rigOf(run: Pick<Run, 'stage' | 'tools'>): Rig | null {
  const held = run.tools.injector?.injector;
  if (!held || run.stage.layers.length === 0) return null;
  const barrels = held.barrels.map((_, i) => held.barrels[run.tools.order[i] ?? i]!);
  return {
    injector: { ...held, barrels },
    block: run.stage.block ? (run.tools.block?.block ?? null) : null,
    yoked: run.stage.yoked,
  };
}

/**
 * Kind of insert a stage of a job makes in a mould: what is alike lies in one heap on the shelf.
 */
export const insertKind = (job: Pick<Job, 'layers'>, stage: Stage, mould: number): string =>
  `${stage.makes}:${mould}:${stageLayers(stage)
    .map((stageLayer) => job.layers[stageLayer.key] ?? '?')
    .join('+')}${stage.closes ? ':closed' : ''}`;

/** Kinds of insert a stage may take. */
export function kindsTaken(job: Job, stage: Stage): string[] {
  const from =
    stage.takes === null ? -1 : job.build.stages.findIndex((other) => other.key === stage.takes);
  return from < 0
    ? []
    : (job.tools[from]?.moulds ?? []).map((mould) =>
        insertKind(job, job.build.stages[from]!, mould.id),
      );
}

/** g/mL at 20 °C of what a cup is to hold; of medium plastisol where it is not known. */
export const choiceDensity = (
  cup: { density20?: number; recipe: Pick<Mix, 'grade'> } | undefined,
): number => densityIn({ density20: cup?.density20, grade: cup?.recipe.grade ?? 'medium' });

/** g/mL at 20 °C of a cup's plastic. */
export const densityOf = (id: CupId | null | undefined, cups: readonly CupChoice[]): number =>
  choiceDensity(cups.find((cup) => cup.id === id));

/**
 * Density at 20 °C of what a stage puts in its mould, g/mL: its barrels' grades by their shares, or
 * what is poured by its.
 */
export function runDensity(
  run: Pick<Run, 'job' | 'stage' | 'tools'>,
  cups: readonly CupChoice[],
): number {
  const rig = rigOf(run);
  if (rig)
    return shares(rig).reduce(
      (sum, part, i) => sum + part * densityOf(run.job.drawnFrom[run.stage.layers[i]!.key], cups),
      0,
    );
  const poured = run.stage.pours.filter((pour) => pour.share !== null);
  const all = poured.reduce((sum, pour) => sum + pour.share!, 0);
  return all > 0
    ? poured.reduce(
        (sum, pour) => sum + (pour.share! / all) * densityOf(run.job.drawnFrom[pour.key], cups),
        0,
      )
    : PLASTISOL.density20;
}

/**
 * Shots that give baits, trials apart: what plan, bench and finish call the shots of a session;
 * inserts are counted by themselves.
 */
export const baitShots = (runs: readonly { makes?: string; shots: number }[]): number =>
  runs.filter((run) => (run.makes ?? 'bait') === 'bait').reduce((sum, run) => sum + run.shots, 0);

/**
 * Which of a mould's cavities each shot takes, in turn, is by mould: the sizes of those in step.
 */
export const sizesOf = (moulds: { mould: Mould }[]): number[] =>
  moulds.map((mould) => mould.mould.cavities.length);
