import type { Build, Filling, Vessel } from '../build/index.ts';
import { assignBarrels, findBuild, layersOf, lightness } from '../build/index.ts';
import type { Bait, Mould } from '../mould/index.ts';
import type { CupChoice, Job, PlanInput, PlanSettings } from './input.ts';
import { SUREST } from './surest.ts';
import type { CupId } from './cupId.ts';
import { oneCupEach } from './cupId.ts';
import { eachOf } from '../yield/spares.ts';
import { fillLimit } from '../shot/cup.ts';
import { familyOfLayers } from './colourFamily.ts';
import { planSession } from './plan.ts';
import { insertKind, runsOf, sourceOf } from './run.ts';
import { METRIC } from '../quantity/index.ts';
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
  const cups = [...meant(jobs)].flatMap(([id, mix]): CupChoice[] => {
    const entry = shelf.mixes.find((other) => other.id === mix);
    if (!entry) return [];
    const { spec: recipe, density20 } = entry;
    const before = held.find((use) => use.id === id) ?? {
      vessel: null,
      degas: settings.degas ?? 'none',
    };
    return [{ ...before, id, mix, recipe, ...(density20 ? { density20 } : {}) }];
  });
  for (const { id, spec } of bySize) {
    const open = cups.filter(({ vessel }) => !vessel);
    if (open.length === 0) break;
    const holds = mostIn(spec, { jobs, cups, settings });
    for (const cup of open)
      if ((holds.get(cup.id) ?? Infinity) <= fillLimit(spec, cup.degas !== 'none') + 1e-6)
        cup.vessel = { id, vessel: spec };
  }
  const largest = bySize.at(-1);
  for (const cup of cups)
    if (!cup.vessel && largest) cup.vessel = { id: largest.id, vessel: largest.spec };
  return cups;
}

/** mL each cup would hold at most, were it of this shape and never full; none where nothing works out. */
function mostIn(vessel: Vessel, input: PlanInput): Map<CupId, number> {
  const endless = { id: 0, vessel: { ...vessel, volume: ENDLESS } };
  const cups = input.cups.map((cup) => ({ ...cup, vessel: cup.vessel ?? endless }));
  const plan = planSession({ ...input, cups }, METRIC);
  return new Map(plan.ok ? plan.cups.map(({ id, mostMl }) => [id, mostMl]) : []);
}
const ENDLESS = 1e6;

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

/**
 * A first plan for some lines: what shares a bait and a colourway becomes one job, soonest due
 * first.
 */
export function draftPlan(shelf: Shelf, wanted: WantedPart[], defaults: DraftDefaults): PlanInput {
  const jobs: Job[] = [];
  for (const want of [...wanted].sort((one, other) => one.due.localeCompare(other.due))) {
    const bait = byId(shelf.baits, want.bait);
    const colourway = byId(shelf.colourways, want.colourway);
    if (!bait || !colourway) continue;
    const key = `${want.bait}-${want.colourway}`;
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
  const settled = settle(shelf, seated(jobs, []));
  return {
    jobs: settled,
    cups: cupsFor(shelf, settled, [], defaults.settings),
    settings: defaults.settings,
  };
}
