import type { Check, Instrument, Estimate, Learned } from '../../../src/core/heat/index.ts';
import { NOTHING_LEARNED } from '../../../src/core/heat/index.ts';
import type { PlanInput } from '../../../src/core/plan/index.ts';
import type { HandKind } from '../../../src/core/tape/index.ts';
import { draftPlan, planSession } from '../../../src/core/plan/index.ts';
import { timeSession } from '../../../src/core/tape/index.ts';
import type { Snapshot } from '../../../src/core/session/index.ts';
import { NO_BOOK, summary, count, isKept } from '../../../src/core/session/index.ts';
import type { Given } from '../../../src/core/yield/index.ts';
import { DEFAULT_SHOP } from '../../../src/core/shop.ts';
import type { Traits } from '../../../worlds/traits.ts';
import { World } from '../../../worlds/world.ts';
import { BAITS } from '../../demo/baits.ts';
import { OVENS } from '../../demo/bench.ts';
import { COLOURWAYS, WAYS } from '../../demo/colourways.ts';
import { SHELF } from '../../demo/shelf.ts';
import { Advised } from './advised.ts';
import type { Kind } from './kinds.ts';
import type { Tally } from './tally.ts';
import { Table } from './table.ts';
import { Thumb } from './thumb.ts';

const SHOOTS = {
  settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
  confidence: 0.8,
  window: DEFAULT_SHOP.window,
};

/** What a bench may be without, to see what it is worth. */
export const ABLATIONS = [
  'nothing learned',
  'no look-ahead',
  'no metal advice',
  'instrument not checked',
] as const;
export type Ablation = (typeof ABLATIONS)[number];

/** No evening is longer than this, s: hands tire. */
const LONGEST = 4 * 3600;

export interface Played {
  world: string;
  shop: number;
  evening: number;
  way: string;
  maker: 'thumb' | 'advised';
  need: number;
  shot: number;
  good: number;
  minutes: number;
  /** what the plan said it would take, eight in ten */
  said: { low: number; high: number };
  /** the hottest anything was in each burst, °C */
  hottest: readonly number[];
  fresh: number;
  wasted: number;
  scorches: number;
  finished: boolean;
  tally: Tally;
  took: number[];
}

/** What a shop knows when an evening begins. */
export interface Knows {
  learned: Learned;
  /** s acts take its hands */
  hands: Partial<Record<HandKind, Estimate>>;
  record: readonly Given[];
  reads: Instrument;
  check: Check | null;
}
export const NEW_SHOP: Knows = {
  learned: NOTHING_LEARNED,
  hands: {},
  record: [],
  reads: 'probe',
  check: null,
};
/** Share that a shop thinks will come good, before it has seen any. */
const { good: GOOD } = DEFAULT_SHOP;

export function snapshotFor(kind: Kind, { learned, record, reads, check }: Knows): Snapshot {
  const wanted = kind.lines.map(([called, count], nth) => {
    const way = WAYS.find((way) => way.colourway === called)!;
    return {
      part: nth + 1,
      line: nth + 1,
      for: 'x',
      bait: BAITS.findIndex((bait) => bait.name === way.bait) + 1,
      colourway: COLOURWAYS.findIndex((colourway) => colourway.name === called) + 1,
      count,
      due: '2026-12-01',
    };
  });
  const input: PlanInput = draftPlan(SHELF, wanted, { ...SHOOTS, good: GOOD, record });
  const heat = { ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })), learned, reads, check };
  const bench = {
    ...DEFAULT_SHOP.bench,
    purge: input.settings.purge,
    tolerance: input.settings.tolerance,
  };
  return {
    name: kind.way,
    heat,
    colour: NO_BOOK,
    units: DEFAULT_SHOP.units,
    bench,
    input,
    plan: planSession(input, DEFAULT_SHOP.units),
  };
}

/** Minutes a plan says an evening takes. */
function planned(
  { plan, input, heat }: Snapshot,
  hands: Knows['hands'],
  room: number,
): { low: number; high: number } {
  const { all } = timeSession(plan, input, {
    ovens: heat.ovens,
    learned: heat.learned,
    hands,
    room,
  });
  return { low: all.low / 60, high: all.high / 60 };
}

/** One evening, by one maker; `state` is what is learned from. */
export function play(
  traits: Traits,
  {
    shop,
    evening,
    kind,
    maker,
    knows,
    without,
  }: {
    shop: number;
    evening: number;
    kind: Kind;
    maker: Played['maker'];
    knows: Knows;
    without?: Ablation;
  },
) {
  const snapshot = snapshotFor(kind, knows);
  const world = new World(traits, `shop ${shop}`, `evening ${evening}/${kind.way}`);
  const table = new Table(world, snapshot, maker === 'advised' ? 1.3 : 0);
  const hands = maker === 'advised' ? new Advised(table, without) : new Thumb(table);
  for (let i = 0; i < 6000 && table.state.phase.is !== 'finished' && world.seconds < LONGEST; i++)
    if (!hands.act()) break;
  const { plastic } = summary(table.state, table.now);
  const kept = [...table.state.shots.values()].filter(
    (shot) => isKept(shot) && shot.stage.makes === 'bait',
  );
  const { good } = count(kept);
  const shot = kept.reduce((sum, shot) => sum + shot.cavities.size, 0);
  const each = plastic.inBaits / Math.max(1, shot);
  const given = new Map<string, Given>();
  for (const shot of table.state.shots.values()) {
    const key = [shot.mould, shot.build.key, shot.stage.key].join();
    const was = given.get(key) ?? {
      mould: Number(shot.mould),
      build: shot.build.key,
      stage: shot.stage.key,
      good: 0,
      shot: 0,
    };
    given.set(key, {
      ...was,
      good: was.good + [...shot.cavities.keys()].filter((cavity) => !shot.marks.has(cavity)).length,
      shot: was.shot + shot.cavities.size,
    });
  }
  const played: Played = {
    world: traits.name,
    shop,
    evening,
    way: kind.way,
    maker,
    need: kind.lines.reduce((sum, [, count]) => sum + count, 0),
    shot,
    good,
    minutes: world.seconds / 60,
    said: planned(snapshot, knows.hands, world.room),
    hottest: world.hottest,
    fresh: plastic.fresh,
    wasted: plastic.fresh - good * each,
    scorches: world.scorches,
    finished: table.state.phase.is === 'finished',
    tally: table.tally,
    took: hands instanceof Advised ? hands.took : [],
  };
  return { played, state: table.state, given: [...given.values()] };
}
