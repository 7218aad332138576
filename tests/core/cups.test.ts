import assert from 'node:assert/strict';
import { test } from 'node:test';
import { draftPlan, drawFrom, noPlan, planSession, toggleLine } from '@/core/plan/index.ts';
import { PlanInputSchema } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import type { Snapshot } from '@/core/session/index.ts';
import { fold, snapshotFrom, upcast, upcastSnapshot } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { balance } from './stagesKit.ts';

/** Two jobs of one colourway, each of its own bait. */
const two = () => {
  const [first] = WANTED;
  const other = SHELF.baits.find(
    (bait) => bait.id !== first!.bait && bait.spec.mouldIds.length > 0,
  )!;
  return draftPlan(
    SHELF,
    [first!, { ...first!, part: 2, line: 2, bait: other.id, count: 8 }],
    DEFAULTS,
  );
};

test('two cups of one mix: each is charged for its own job, and what one gives the other keeps', () => {
  const plain = two();
  const [one, other] = plain.jobs;
  const layer = Object.keys(other!.layers)[0]!;
  const mix = other!.layers[layer]!;
  assert.equal(one!.drawnFrom[layer], other!.drawnFrom[layer], 'one cup serves both at first');
  const input = drawFrom(plain, { job: other!, layer, cup: 'another' }, SHELF);
  const own = input.jobs[1]!.drawnFrom[layer]!;
  assert.notEqual(own, one!.drawnFrom[layer]);
  assert.deepEqual(
    input.cups.filter((cup) => cup.mix === mix).map((cup) => cup.recipe.name).length,
    2,
  );

  const bench = benchOn(snapshotFrom('Two cups', input, DEFAULT_SHOP));
  const state = bench.follow((now) => now.phase.is === 'finished');
  assert.equal(state.phase.is, 'finished');
  assert.ok(Math.abs(balance(state)) < 1e-6);
  for (const draw of state.draws.values()) {
    const cups = new Set(draw.barrels.map((barrel) => barrel.cup));
    assert.equal(cups.has(own), draw.job === other!.key, 'each job draws from its own');
  }
  // Back to the one cup: the other is put away.
  const [, again] = input.jobs;
  const back = drawFrom(input, { job: again!, layer, cup: one!.drawnFrom[layer]! }, SHELF);
  assert.deepEqual(
    back.cups.map((cup) => cup.id),
    plain.cups.map((cup) => cup.id),
  );
});

test('a cup keeps its vessel and its id while lines come and go', () => {
  const defaults = DEFAULTS;
  const [first, second] = WANTED;
  const begun = toggleLine(noPlan(defaults), first!, SHELF, defaults);
  const layer = Object.keys(begun.jobs[0]!.layers)[0]!;
  const moved = drawFrom(begun, { job: begun.jobs[0]!, layer, cup: 'another' }, SHELF);
  const id = moved.jobs[0]!.drawnFrom[layer]!;
  const more = toggleLine(moved, second!, SHELF, defaults);
  const less = toggleLine(more, second!, SHELF, defaults);
  assert.equal(less.jobs[0]!.drawnFrom[layer], id);
  assert.deepEqual(less, moved);
  assert.ok(planSession(less, METRIC).ok);
});

/** A plan, a snapshot or an event as it was kept while a cup was known by its mix. */
const asBefore = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, function (this: Record<string, unknown>, key, held: unknown) {
      if (key === 'drawnFrom') return undefined;
      if (key === 'id' && 'mix' in this) return undefined;
      return held;
    }),
  );

test('a plan, a session and its log of before read as they were, a cup for each mix', () => {
  const input = two();
  assert.deepEqual(PlanInputSchema.parse(asBefore(input)), PlanInputSchema.parse(input));
  const snapshot = upcastSnapshot(snapshotFrom('Before', input, DEFAULT_SHOP));
  const kept = asBefore(snapshot) as Snapshot;
  for (const list of [kept.plan.draws, kept.plan.runs])
    for (const part of list)
      for (const barrel of part.barrels as { cup?: string; mix?: number }[]) {
        barrel.mix = Number(barrel.cup);
        delete barrel.cup;
      }
  const read = upcastSnapshot(kept);
  assert.deepEqual(
    read.plan.draws.map((draw) => draw.barrels.map((barrel) => barrel.cup)),
    snapshot.plan.draws.map((draw) => draw.barrels.map((barrel) => barrel.cup)),
  );
  const bench = benchOn(snapshot);
  const run = bench.follow((state) => state.shots.size > 0).runs.get(input.jobs[0]!.key)!;
  const { job, tools } = run;
  bench.act({
    kind: 'changed',
    payload: {
      what: 'colourway',
      job: run.key,
      colourway: { id: 99, name: 'Turned over' },
      build: job.build,
      layers: Object.fromEntries(
        Object.entries(job.layers).map(([key], i, all) => [key, all[all.length - 1 - i]![1]]),
      ),
      cups: input.cups,
      injector: tools.injector,
      block: tools.block,
    },
  });
  const before = bench.follow((state) => state.shots.size > 1);
  const log = bench.events.map((event) => upcast(asBefore(event) as typeof event));
  const after = fold(read, log);
  assert.deepEqual(after.cups, before.cups);
  assert.deepEqual(after.draws, before.draws);
});
