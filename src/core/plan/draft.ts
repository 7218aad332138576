import type { Block, BuildKey, Colourway, Injector, Vessel } from '../build/index.ts';
import { build, layersOf } from '../build/index.ts';
import type { Mix } from '../material/index.ts';
import type { Bait, Mould } from '../mould/index.ts';
import { capacity } from '../shot/index.ts';
import type { CupChoice, Job, PlanInput, PlanSettings } from './input.ts';
import { planSession } from './plan.ts';
import { METRIC } from '../quantity/index.ts';

interface Entry<T> {
  id: number;
  spec: T;
}
/** What a shop has to choose from. */
export interface Shelf {
  moulds: Entry<Mould>[];
  injectors: Entry<Injector>[];
  blocks: Entry<Block>[];
  vessels: Entry<Vessel>[];
  baits: Entry<Bait>[];
  mixes: Entry<Mix>[];
  colourways: Entry<Colourway>[];
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
  confidence: number;
  window: { low: number; high: number };
}

const byId = <T>(all: Entry<T>[], id: number): T | undefined => all.find((e) => e.id === id)?.spec;

/** The smallest injector with the right barrels that fills the mould in one draw; the largest of them when none does. */
function fittingInjector(shelf: Shelf, barrels: number, block: Entry<Block> | null, mould: Mould | undefined, heat: number, purge: number): Entry<Injector> | null {
  const holds = (e: Entry<Injector>) => e.spec.barrels.reduce((sum, b) => sum + b.volume, 0);
  const right = shelf.injectors.filter((e) => e.spec.barrels.length === barrels).sort((a, b) => holds(a) - holds(b));
  return right.find((e) => mould && capacity(e.spec, block?.spec ?? null, mould, heat, purge).shotsPerDraw > 0) ?? right.at(-1) ?? null;
}

/** Metal, injector and block for a job as a maker would first reach for them. */
export function toolsFor(shelf: Shelf, buildKey: BuildKey, mould: Mould | undefined, defaults: DraftDefaults): Pick<Job, 'injector' | 'block'> {
  const stage = build(buildKey).stages[0]!;
  const block = stage.block ? (shelf.blocks.find((b) => b.spec.kind === stage.block) ?? null) : null;
  const heat = (defaults.window.low + defaults.window.high) / 2;
  const injector = fittingInjector(shelf, stage.layers.length, block, mould, heat, defaults.settings.purge);
  return { injector: injector && { id: injector.id, injector: injector.spec }, block: block && { id: block.id, block: block.spec } };
}

/** A cup for each mix the jobs use: kept when already chosen, else the smallest that takes the plan in one charge. */
export function cupsFor(shelf: Shelf, jobs: Job[], held: CupChoice[], settings: PlanSettings): CupChoice[] {
  const mixes = [...new Set(jobs.flatMap((j) => layersOf(j.build).map((l) => j.layers[l.key])))].filter((m): m is number => m != null);
  const bySize = [...shelf.vessels].sort((a, b) => a.spec.volume - b.spec.volume);
  const cups = mixes.flatMap((mix): CupChoice[] => {
    const recipe = byId(shelf.mixes, mix);
    const before = held.find((c) => c.mix === mix);
    return recipe ? [before ? { ...before, recipe } : { mix, recipe, vessel: null, degas: 'none' }] : [];
  });
  const fitsIn = (mix: number, vessel: Entry<Vessel>): boolean => {
    const trial = cups.map((c) => (c.mix === mix ? { ...c, vessel: { id: vessel.id, vessel: vessel.spec } } : { ...c, vessel: c.vessel ?? { id: 0, vessel: { ...vessel.spec, volume: 1e6 } } }));
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

/** A first plan for some lines: what shares a bait and a colourway becomes one job, soonest due first. */
export function draftPlan(shelf: Shelf, wanted: Wanted[], defaults: DraftDefaults): PlanInput {
  const jobs: Job[] = [];
  for (const want of [...wanted].sort((a, b) => a.due.localeCompare(b.due))) {
    const bait = byId(shelf.baits, want.bait);
    const colourway = byId(shelf.colourways, want.colourway);
    if (!bait || !colourway) continue;
    const key = `${want.bait}-${want.colourway}`;
    const line = { part: want.part, line: want.line, for: want.for, count: want.count, due: want.due };
    const held = jobs.find((j) => j.key === key);
    if (held) {
      held.lines.push(line);
      continue;
    }
    const moulds = bait.mouldIds.flatMap((id) => (byId(shelf.moulds, id) ? [{ id, mould: byId(shelf.moulds, id)! }] : [])).slice(0, 1);
    jobs.push({
      key,
      bait: { id: want.bait, name: bait.name, grades: bait.grades, outline: bait.outline },
      colourway: { id: want.colourway, name: colourway.name },
      build: colourway.build,
      layers: colourway.layers,
      lines: [line],
      moulds,
      ...toolsFor(shelf, colourway.build, moulds[0]?.mould, defaults),
      good: defaults.good,
      confidence: defaults.confidence,
      trials: 0,
      extra: 0,
      window: defaults.window,
      habit: 'push',
      mixedTo: 'puck',
    });
  }
  return { jobs, cups: cupsFor(shelf, jobs, [], defaults.settings), settings: defaults.settings };
}
