import type { Build, Filling } from '../build/index.ts';
import { assignBarrels, findBuild, lightness } from '../build/index.ts';
import type { Bait, Mould } from '../mould/index.ts';
import type { Job, PlanInput } from './input.ts';
import { jobKey } from './jobKey.ts';
import { SUREST } from './surest.ts';
import { oneCupEach } from './cupId.ts';
import { eachOf } from '../yield/spares.ts';
import { familyOfLayers } from './colourFamily.ts';
import { cupsFor, seated } from './cupsFor.ts';
import { insertKind, runsOf, sourceOf } from './run.ts';
import type { Entry, Shelf, MouldEntry, DraftDefaults } from './shelf.ts';
import { byId, makerFor, toolsFor } from './tools.ts';

/** A part of an order line that still wants baits. */
export interface WantedPart {
  part: number;
  line: number;
  for: string;
  bait: number;
  colourway: number;
  count: number;
  due: string;
  /** parts of its line that are still to be shot, itself counted; absent = it alone */
  parts?: number;
  /** what keeps it from being one job with others of its bait and colourway; absent = nothing */
  apart?: string;
}
/**
 * Takes what lies on the shelf before more is shot, and gives each colour the barrel that wants
 * least cleaning.
 */
export function settle(shelf: Shelf, jobs: Job[]): Job[] {
  const left = new Map(shelf.inserts.map((insert) => [insert.kind, insert.count]));
  const fillings: (Filling & { job: string; stage: number })[] = [];
  const light = (mix: number | null | undefined) =>
    lightness(byId(shelf.mixes, mix ?? 0)?.colour ?? '#808080');
  const next = jobs.map((job) => ({ ...job, tools: job.tools.map((tool) => ({ ...tool })) }));
  for (const job of next) {
    const wanted = job.lines.reduce((sum, line) => sum + line.count, 0);
    runsOf(job).forEach((run, i) => {
      const source = sourceOf(job, run.stage);
      if (source) {
        const from = job.build.stages.findIndex((stage) => stage.key === run.stage.takes);
        const kind = insertKind(job, source.stage, job.tools[from]!.moulds[0]!.id);
        const take = Math.min(left.get(kind) ?? 0, wanted);
        job.tools[i]!.fromShelf = take;
        left.set(kind, (left.get(kind) ?? 0) - take);
      }
      const injector = run.tools.injector;
      if (injector && injector.injector.barrels.length === run.stage.layers.length) {
        fillings.push({
          run: run.key,
          job: job.key,
          stage: i,
          injector: injector.id,
          barrels: injector.injector.barrels,
          mixes: run.stage.layers.map((layer) => ({
            mix: job.layers[layer.key] ?? -1,
            light: light(job.layers[layer.key]),
          })),
        });
      }
    });
  }
  const { orders } = assignBarrels(fillings);
  fillings.forEach(
    (filling, i) =>
      (next.find((job) => job.key === filling.job)!.tools[filling.stage]!.order = orders[i]!),
  );
  return next;
}

/**
 * The first of a bait's moulds that the build can use: with what it takes, and open or closed as it
 * wants.
 */
export function mouldFor(
  shelf: Shelf,
  build: Build,
  bait: Pick<Bait, 'mouldIds'>,
): MouldEntry | undefined {
  const all = bait.mouldIds.flatMap((id) => shelf.moulds.find((mould) => mould.id === id) ?? []);
  const last = build.stages.at(-1)!;
  const from = build.stages.find((stage) => stage.key === last.takes);
  const suits = (entry: Entry<Mould>) =>
    (last.layers.length > 0 ? entry.spec.closure !== 'open' : true) &&
    (!from || makerFor(shelf, from, entry) !== undefined);
  const open =
    last.layers.length === 0 && last.by === 'hand'
      ? all.filter((entry) => entry.spec.closure === 'open')
      : [];
  return open[0] ?? all.find(suits) ?? all[0];
}

/** The jobs of a first plan for some lines: what shares a bait and a colourway is one, soonest due first. */
export function draftJobs(shelf: Shelf, wanted: WantedPart[], defaults: DraftDefaults): Job[] {
  const jobs: Job[] = [];
  for (const want of [...wanted].sort((one, other) => one.due.localeCompare(other.due))) {
    const bait = byId(shelf.baits, want.bait);
    const colourway = byId(shelf.colourways, want.colourway);
    if (!bait || !colourway) continue;
    const key = jobKey(want);
    const line = {
      part: want.part,
      line: want.line,
      for: want.for,
      count: want.count,
      due: want.due,
    };
    const held = jobs.find((job) => job.key === key);
    const confidence = Math.min(SUREST, eachOf(defaults.confidence, want.parts ?? 1));
    if (held) {
      held.lines.push(line);
      held.confidence = Math.max(held.confidence, confidence);
      continue;
    }
    const build = findBuild(
      colourway.build,
      shelf.builds.map((build) => build.spec),
    );
    if (!build) continue;
    jobs.push({
      key,
      bait: { id: want.bait, name: bait.name, grades: bait.grades, outline: bait.outline },
      colourway: {
        id: want.colourway,
        name: colourway.name,
        ...(colourway.line ? { line: colourway.line } : {}),
      },
      build,
      layers: colourway.layers,
      drawnFrom: oneCupEach(colourway.layers),
      lines: [line],
      tools: toolsFor(shelf, build, mouldFor(shelf, build, bait), {
        ...defaults,
        family: familyOfLayers(build, colourway.layers, shelf.mixes),
      }),
      confidence,
      trials: 0,
      extra: 0,
    });
  }
  return settle(shelf, seated(jobs, []));
}

/** A first plan for some lines. */
export function draftPlan(shelf: Shelf, wanted: WantedPart[], defaults: DraftDefaults): PlanInput {
  const jobs = draftJobs(shelf, wanted, defaults);
  const { settings } = defaults;
  return { jobs, cups: cupsFor(shelf, jobs, [], settings), settings };
}
