import type { Block, Build, Colourway, Filling, Injector, Stage, Vessel } from '../build/index.ts';
import { assignBarrels, findBuild, layersOf, lightness } from '../build/index.ts';
import type { Mix } from '../material/index.ts';
import type { Bait, Mould } from '../mould/index.ts';
import { lieOf } from '../mould/index.ts';
import { capacity, stageMass } from '../shot/index.ts';
import type { CupChoice, Job, PlanInput, PlanSettings, Tools } from './input.ts';
import { planSession } from './plan.ts';
import { insertKind, runsOf, sourceOf } from './run.ts';
import type { Given } from '../yield/index.ts';
import { learnedShare } from '../yield/index.ts';
import { SCHOOLS } from '../schools.ts';
import { METRIC } from '../quantity/index.ts';

interface Entry<T> {
  id: number;
  spec: T;
}
/** A mould, with the shots it has given where its life is counted. */
export interface MouldEntry extends Entry<Mould> {
  given?: number;
}
/** A mould as a stage's tools hold it. */
export const inTools = (m: MouldEntry): Tools['moulds'][number] => ({
  id: m.id,
  mould: m.spec,
  given: m.given ?? 0,
});
/** What a shop has to choose from. */
export interface Shelf {
  moulds: MouldEntry[];
  injectors: Entry<Injector>[];
  blocks: Entry<Block>[];
  vessels: Entry<Vessel>[];
  baits: Entry<Bait>[];
  mixes: Entry<Mix>[];
  colourways: Entry<Colourway>[];
  /** builds composed in the shop */
  builds: Entry<Build>[];
  /** inserts lying ready, by kind */
  inserts: { kind: string; count: number }[];
}
/** A part of an order line that still wants baits. */
export interface Wanted {
  part: number;
  line: number;
  for: string;
  bait: number;
  colourway: number;
  count: number;
  due: string;
}
export interface DraftDefaults {
  settings: PlanSettings;
  good: number;
  /** what came good of what was shot, evening by evening */
  record?: readonly Given[];
  confidence: number;
  window: { low: number; high: number };
}

/** The school for shooting on to an insert (handbook §4), °C: hot, so that the joint takes. */
const ON_INSERT = { low: SCHOOLS.insert.low, high: SCHOOLS.insert.high };

const byId = <T>(all: Entry<T>[], id: number): T | undefined => all.find((e) => e.id === id)?.spec;

/** The smallest injector with the right barrels that fills the mould in one draw; the largest of them when none does. */
function fittingInjector(
  shelf: Shelf,
  stage: Stage,
  block: Entry<Block> | null,
  mould: Mould | undefined,
  heat: number,
  purge: number,
): Entry<Injector> | null {
  const holds = (e: Entry<Injector>) => e.spec.barrels.reduce((sum, b) => sum + b.volume, 0);
  const right = shelf.injectors
    .filter((e) => e.spec.barrels.length === stage.layers.length)
    .sort((a, b) => holds(a) - holds(b));
  // What already lies in the cavity is left out here: a larger injector than needed does no harm.
  const fits = (e: Entry<Injector>) =>
    mould &&
    capacity(
      { injector: e.spec, block: block?.spec ?? null, yoked: stage.yoked },
      mould,
      stageMass({ ...stage, rods: false }, mould, null),
      heat,
      purge,
    ).shotsPerDraw > 0;
  return right.find(fits) ?? right.at(-1) ?? null;
}

/** Injector and block for a stage as a maker would first reach for them. */
export function rigFor(
  shelf: Shelf,
  stage: Stage,
  mould: Mould | undefined,
  defaults: DraftDefaults,
): Pick<Tools, 'injector' | 'block' | 'order'> {
  if (stage.layers.length === 0) return { injector: null, block: null, order: [] };
  const block = stage.block
    ? (shelf.blocks.find((b) => b.spec.kind === stage.block) ?? null)
    : null;
  const heat = (defaults.window.low + defaults.window.high) / 2;
  const injector = fittingInjector(shelf, stage, block, mould, heat, defaults.settings.purge);
  return {
    injector: injector && { id: injector.id, injector: injector.spec },
    block: block && { id: block.id, block: block.spec },
    order: [],
  };
}

/** A mould whose inserts lie in `into` and that makes what the stage wants: its own, where it has rods. */
function makerFor(
  shelf: Shelf,
  stage: Stage,
  into: MouldEntry | undefined,
): MouldEntry | undefined {
  if (!into) return undefined;
  const makers = shelf.moulds.filter(
    (m) =>
      lieOf(into.spec, m.spec.name) !== null && (m.spec.makes === stage.makes || m.id === into.id),
  );
  return makers.find((m) => !stage.rods || m.spec.rod) ?? makers[0];
}

/** Share of a stage that comes good: as the shop's record has it, where there is one. */
function shareOf(
  build: Build,
  stage: Stage,
  mould: MouldEntry | undefined,
  { good, record, settings }: DraftDefaults,
): Pick<Tools, 'good' | 'strength'> {
  const guess = { share: stage.good ?? good, strength: settings.strength };
  if (!record || !mould) return { good: guess.share };
  const { share, strength } = learnedShare(
    guess,
    record,
    { mould: mould.id, build: build.key, stage: stage.key },
    good,
  );
  return { good: Math.round(share * 1000) / 1000, strength: Math.round(strength * 10) / 10 };
}

/**
 * Tools for every stage of a build, from the mould its baits come out of: moulds for its inserts that
 * lie in that one, and an injector and block for each stage.
 */
export function toolsFor(
  shelf: Shelf,
  build: Build,
  mould: MouldEntry | undefined,
  defaults: DraftDefaults,
): Tools[] {
  const chosen = new Map<string, MouldEntry | undefined>();
  for (const stage of [...build.stages].reverse()) {
    const takenBy = build.stages.find((s) => s.takes === stage.key);
    chosen.set(stage.key, takenBy ? makerFor(shelf, stage, chosen.get(takenBy.key)) : mould);
  }
  return build.stages.map((stage): Tools => {
    const m = chosen.get(stage.key);
    return {
      moulds: m ? [inTools(m)] : [],
      ...rigFor(shelf, stage, m?.spec, defaults),
      ...shareOf(build, stage, m, defaults),
      window:
        stage.takes && stage.layers.length > 0 ? ON_INSERT : (m?.spec.window ?? defaults.window),
      habit: 'push',
      mixedTo: 'puck',
      fromShelf: 0,
    };
  });
}

/** Takes what lies on the shelf before more is shot, and gives each colour the barrel that wants least cleaning. */
export function settle(shelf: Shelf, jobs: Job[]): Job[] {
  const left = new Map(shelf.inserts.map((i) => [i.kind, i.count]));
  const fillings: (Filling & { job: string; stage: number })[] = [];
  const light = (mix: number | null | undefined) =>
    lightness(byId(shelf.mixes, mix ?? 0)?.colour ?? '#808080');
  const next = jobs.map((job) => ({ ...job, tools: job.tools.map((t) => ({ ...t })) }));
  for (const job of next) {
    const wanted = job.lines.reduce((n, l) => n + l.count, 0);
    runsOf(job).forEach((run, i) => {
      const source = sourceOf(job, run.stage);
      if (source) {
        const from = job.build.stages.findIndex((s) => s.key === run.stage.takes);
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
          mixes: run.stage.layers.map((l) => ({
            mix: job.layers[l.key] ?? -1,
            light: light(job.layers[l.key]),
          })),
        });
      }
    });
  }
  const { orders } = assignBarrels(fillings);
  fillings.forEach(
    (f, i) => (next.find((j) => j.key === f.job)!.tools[f.stage]!.order = orders[i]!),
  );
  return next;
}

/** A cup for each mix the jobs use: kept when already chosen, else the smallest that takes the plan in one charge. */
export function cupsFor(
  shelf: Shelf,
  jobs: Job[],
  held: CupChoice[],
  settings: PlanSettings,
): CupChoice[] {
  const mixes = [
    ...new Set(jobs.flatMap((j) => layersOf(j.build).map((l) => j.layers[l.key]))),
  ].filter((m): m is number => m != null);
  const bySize = [...shelf.vessels].sort((a, b) => a.spec.volume - b.spec.volume);
  const cups = mixes.flatMap((mix): CupChoice[] => {
    const recipe = byId(shelf.mixes, mix);
    const before = held.find((c) => c.mix === mix);
    return recipe
      ? [before ? { ...before, recipe } : { mix, recipe, vessel: null, degas: 'none' }]
      : [];
  });
  const fitsIn = (mix: number, vessel: Entry<Vessel>): boolean => {
    const trial = cups.map((c) =>
      c.mix === mix
        ? { ...c, vessel: { id: vessel.id, vessel: vessel.spec } }
        : { ...c, vessel: c.vessel ?? { id: 0, vessel: { ...vessel.spec, volume: 1e6 } } },
    );
    const plan = planSession({ jobs, cups: trial, settings }, METRIC);
    return plan.ok && (plan.cups.find((c) => c.mix === mix)?.charges.length ?? 0) <= 1;
  };
  for (const cup of cups) {
    if (cup.vessel || bySize.length === 0) continue;
    const vessel = bySize.find((v) => fitsIn(cup.mix, v)) ?? bySize.at(-1)!;
    cup.vessel = { id: vessel.id, vessel: vessel.spec };
  }
  return cups;
}

/** The first of a bait's moulds that the build can use: with what it takes, and open or closed as it wants. */
export function mouldFor(shelf: Shelf, build: Build, bait: Bait): MouldEntry | undefined {
  const all = bait.mouldIds.flatMap((id) => shelf.moulds.find((m) => m.id === id) ?? []);
  const last = build.stages.at(-1)!;
  const from = build.stages.find((s) => s.key === last.takes);
  const suits = (m: Entry<Mould>) =>
    (last.layers.length > 0 ? m.spec.closure !== 'open' : true) &&
    (!from || makerFor(shelf, from, m) !== undefined);
  const open =
    last.layers.length === 0 && last.by === 'hand'
      ? all.filter((m) => m.spec.closure === 'open')
      : [];
  return open[0] ?? all.find(suits) ?? all[0];
}

/** A first plan for some lines: what shares a bait and a colourway becomes one job, soonest due first. */
export function draftPlan(shelf: Shelf, wanted: Wanted[], defaults: DraftDefaults): PlanInput {
  const jobs: Job[] = [];
  for (const want of [...wanted].sort((a, b) => a.due.localeCompare(b.due))) {
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
    const held = jobs.find((j) => j.key === key);
    if (held) {
      held.lines.push(line);
      continue;
    }
    const build = findBuild(
      colourway.build,
      shelf.builds.map((b) => b.spec),
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
      lines: [line],
      tools: toolsFor(shelf, build, mouldFor(shelf, build, bait), defaults),
      confidence: defaults.confidence,
      trials: 0,
      extra: 0,
    });
  }
  const settled = settle(shelf, jobs);
  return {
    jobs: settled,
    cups: cupsFor(shelf, settled, [], defaults.settings),
    settings: defaults.settings,
  };
}
