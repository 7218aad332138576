import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import fc from 'fast-check';
import type { PlanInput } from '@/core/plan/index.ts';
import type { AnyEvent, Snapshot } from '@/core/session/index.ts';
import {
  allot,
  fold,
  insertMoves,
  scrapG,
  shotRow,
  summary,
  upcast,
  upcastSnapshot,
} from '@/core/session/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { WAYS } from '../../scripts/demo/colourways.ts';
import { benchOn, START } from '../bench.ts';
import { input, open, snapshots, balance } from './stagesKit.ts';

/**
 * One evening of each build by rehearsed hands; random acts by the hundred are in counts.test.ts.
 */
const evenings: AnyEvent[][] = [];

test(
  'property: in every build no gram is made or lost, whenever one looks, and inserts ' +
    'never run under nothing',
  () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: WAYS.length - 1 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (count, share) => {
          const events = (evenings[count] ??= rehearse({
            session: 1,
            snapshot: snapshots[count]!,
            startAt: START,
            chance: seeded(count + 1),
            spoil: () => 0.12,
          }));
          const state = fold(snapshots[count]!, events.slice(0, Math.ceil(events.length * share)));
          assert.ok(
            Math.abs(balance(state)) < 1e-6,
            `${WAYS[count]!.colourway}: ${balance(state)} g`,
          );
          for (const lot of state.lots.values())
            assert.ok(lot.left >= 0 && lot.made >= lot.left + lot.spoiled);
          const heap = insertMoves(state).reduce(
            (made, insertMove) =>
              made.set(insertMove.kind, (made.get(insertMove.kind) ?? 0) + insertMove.count),
            new Map<string, number>(),
          );
          for (const count of heap.values()) assert.ok(count >= 0);
        },
      ),
      { numRuns: 120 },
    );
  },
);

test('every build, followed step by step, is shot to its last bait with nothing warned of', () => {
  snapshots.forEach((snapshot, count) => {
    const bench = benchOn(snapshot);
    const state = bench.follow((state) => state.phase.is === 'finished');
    assert.equal(state.phase.is, 'finished', WAYS[count]!.colourway);
    assert.ok(
      [...state.shots.values()].every(
        (shot) => shot.rackedAt !== null && shot.against.length === 0,
      ),
      `${WAYS[count]!.colourway}: ${[...state.shots.values()].flatMap((shot) => shot.against).join(' ')}`,
    );
    assert.equal(
      allot(state).lines.reduce((x, line) => x + line.count, 0),
      WAYS[count]!.count,
      WAYS[count]!.colourway,
    );
  });
});

test(
  'E17 every build, followed to its end, comes to what its plan said: fresh, baits, and ' +
    'what came round, went to the tray or was lost',
  () => {
    snapshots.forEach((snapshot, count) => {
      const bench = benchOn(snapshot);
      const state = bench.follow((state) => state.phase.is === 'finished');
      const { plastic: was } = summary(state, START);
      const { totals } = snapshot.plan;
      const says = `${WAYS[count]!.colourway}: ${JSON.stringify({ was, totals })}`;
      assert.equal(state.shots.size, snapshot.plan.shots.length, says);
      assert.ok(Math.abs(was.fresh - totals.freshG) < 1e-6 * totals.freshG, says);
      assert.ok(Math.abs(was.inBaits + was.inInserts - totals.baitsG) < 1e-6 * totals.baitsG, says);
      // The bench weighs nothing, so what the plan lays by as lost is still in cup or tray there:
      // between the two, never more.
      assert.ok(
        was.puck >= totals.puckG - 1e-6 && was.puck <= totals.puckG + totals.lostG + 1e-6,
        says,
      );
      assert.ok(
        was.left + was.out >= totals.leftG - 1e-6 &&
          was.left + was.out <= totals.leftG + totals.lostG + 1e-6,
        says,
      );
    });
  },
);

test(
  'E17 a mould of several draws: each draw fills what the plan gave it and leaves its ' +
    'rest in the injector, never in a cavity',
  () => {
    const plan = input('Wrack patch');
    const [job] = plan.jobs as [PlanInput['jobs'][number]];
    const tools = job.tools.map((tool) => ({
      ...tool,
      injector: tool.injector && {
        ...tool.injector,
        injector: {
          ...tool.injector.injector,
          barrels: tool.injector.injector.barrels.map((barrel) => ({ ...barrel, volume: 24 })),
        },
      },
    }));
    const snapshot = open({ ...plan, jobs: [{ ...job, tools }] });
    assert.ok(
      snapshot.plan.draws.length > snapshot.plan.shots.length,
      `${snapshot.plan.draws.length} draws`,
    );
    const bench = benchOn(snapshot);
    const state = bench.follow((state) => state.phase.is === 'finished');
    const { plastic: was } = summary(state, START);
    const { totals } = snapshot.plan;
    const filled = [...state.draws.keys()].map((draw) =>
      [...state.shots.values()].flatMap((shot) =>
        [...shot.cavities].flatMap(([cavityKey, by]) => (by === draw ? [cavityKey] : [])),
      ),
    );
    assert.deepEqual(
      filled,
      snapshot.plan.draws.map((draw) => draw.cavities),
    );
    assert.ok(
      Math.abs(was.inBaits - totals.baitsG) < 1e-6 * totals.baitsG &&
        Math.abs(was.fresh - totals.freshG) < 1e-6 * totals.freshG,
      JSON.stringify({ was, totals }),
    );
    assert.ok(
      was.puck >= totals.puckG - 1e-6 && was.puck <= totals.puckG + totals.lostG + 1e-6,
      JSON.stringify({ was, totals }),
    );
  },
);

test('a session of the first slice opens, replays to what it came to, and goes on being read', () => {
  const kept = JSON.parse(
    readFileSync(new URL('../fixtures/first-slice-session.json', import.meta.url), 'utf8'),
  ) as {
    snapshot: Snapshot;
    events: AnyEvent[];
    shots: { shot: string; build: string; good: number; usable: number; second: number }[];
  };
  const state = fold(upcastSnapshot(kept.snapshot), kept.events.map(upcast));
  assert.equal(state.phase.is, 'finished');
  assert.deepEqual(
    [...state.shots.keys()].map((id) => {
      const other = shotRow(state, id)!;
      const of = (grade: string) =>
        other.cavities.filter((cavity) => cavity.grade === grade).length;
      return {
        shot: id,
        build: other.build,
        good: of('good'),
        usable: of('usable'),
        second: of('second'),
      };
    }),
    kept.shots.map(({ shot, build, good, usable, second }) => ({
      shot,
      build,
      good,
      usable,
      second,
    })),
  );
  assert.ok(Math.abs(balance(state)) < 1e-6);
  assert.ok([...state.shots.values()].every((shot) => scrapG(state, shot) <= shot.baitsG));
  assert.equal(MOULDS.length, 13);
});
