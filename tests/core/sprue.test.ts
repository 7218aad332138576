import assert from 'node:assert/strict';
import { test } from 'node:test';
import { findBuild } from '@/core/build/index.ts';
import { density, GRADES } from '@/core/material/index.ts';
import { cavityVolume } from '@/core/mould/index.ts';
import { allot, count, goesBack, isKept } from '@/core/session/index.ts';
import { massShares, shares } from '@/core/shot/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { balanceOf, randomEvening, unbalanced } from '../randomLog.ts';
import { input, open, at, duals } from './countsKit.ts';
import { contentsOf } from '@/core/session/index.ts';
import { nextStep, steps } from '../said.ts';

test('B6: a planned charge comes when it is planned; a draw that would take air says so, with what to add', () => {
  const plan = demoPlan();
  const big = {
    ...plan,
    jobs: plan.jobs.map((job) => ({ ...job, lines: [{ ...job.lines[0]!, count: 90 }] })),
    cups: plan.cups.map((cup) => ({
      ...cup,
      vessel: { id: 1, vessel: { name: 'Small', volume: 280, bore: 78, fill: 0.9, froth: 0.5 } },
    })),
  };
  const bench = benchOn(open(big));
  const planned = bench.state().snapshot.plan.cups.find((cup) => cup.charges.length > 1)!;
  assert.ok(planned, 'the small cup wants a second charge');
  const due = planned.charges[1]!.beforeDraw;
  const state = bench.follow(
    (state) => state.cups.get(planned.id)!.charges > 1 || state.phase.is === 'finished',
  );
  assert.equal(state.draws.size + 1, due);
  // Emptied down by hand, the next draw would take air.
  const bare = benchOn(open(plan));
  at(bare, 'draw');
  const cup = [...bare.state().cups.values()][0]!;
  bare.act({
    kind: 'poured',
    payload: {
      mould: 'none',
      job: 'none',
      layer: 'x',
      cup: cup.key,
      grams: 1,
      trial: false,
      again: false,
    },
  });
  const low = bare.state();
  low.cups.get(cup.key)!.grams = 60;
  const step = steps(low, bare.now()).find(
    (step) => step.key === 'dose' && step.target === cup.key,
  )!;
  assert.match(step.sentence, /would draw air: add|will run short: add/);
  assert.ok(step.send?.kind === 'charged' && step.send.payload.grams > 0);
});

test(
  'B6: a tail-first body’s sprue of one colour goes back to its cup, its seconds with ' +
    'tails in them to the tray; plan and bench agree',
  () => {
    const way = WAYS.find(
      (way) =>
        findBuild(
          COLOURWAYS.find((colourway) => colourway.name === way.colourway)!.build,
          [],
        )!.stages.some((st) => st.makes === 'tail') &&
        findBuild(
          COLOURWAYS.find((colourway) => colourway.name === way.colourway)!.build,
          [],
        )!.stages.at(-1)!.layers.length === 1,
    );
    if (!way) return assert.fail('the demo shop has no tail-first build with a body of one colour');
    const bench = benchOn(open(input(way.colourway)));
    const state = bench.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.takes !== null && shot.markedAt !== null),
    );
    const shot = [...state.shots.values()].find(
      (shot) => shot.stage.takes !== null && shot.markedAt !== null,
    )!;
    const cup = [...new Set(shot.cavities.values())].flatMap(
      (day) => state.draws.get(day)!.barrels,
    )[0]!.cup;
    assert.deepEqual(goesBack(state, shot), { sprue: cup, scrap: 'puck' });
    const held = state.cups.get(cup)!.grams;
    const step = nextStep(state, bench.now())!;
    assert.equal(step.key, 'sprue');
    assert.ok(Math.abs(bench.act(step.send!).cups.get(cup)!.grams - held - shot.feedG) < 1e-9);
  },
);

test('B6: good trial baits may be kept, and are counted with the others', () => {
  const plan = { ...input(duals[0]!.name, 8) };
  const bench = benchOn(open({ ...plan, jobs: plan.jobs.map((job) => ({ ...job, trials: 1 })) }));
  at(bench, 'mark');
  const step = nextStep(bench.state(), bench.now())!;
  const keep = step.others!.find((other) => /^Keep the \d+ trial baits$/.test(other.label))!;
  bench.act(keep.send);
  const state = bench.follow((state) => state.phase.is === 'finished');
  const trial = [...state.shots.values()].find((shot) => shot.trial)!;
  assert.ok(isKept(trial) && count([trial]).good > 0);
  assert.ok(Math.abs(unbalanced(state)) < 1e-9);
  const all = allot(state);
  assert.equal(
    all.lines.reduce((sum, line) => sum + line.count, 0) +
      all.stock.reduce((sum, stocked) => sum + stocked.count, 0),
    count([...state.shots.values()]).good + count([...state.shots.values()]).usable,
  );
});

test(
  'E16: a weighed cavity keeps its volume whatever is shot tonight; grades mixed in one ' +
    'shot share by their own densities',
  () => {
    const one = { ...MOULDS[0]!.cavities[0]!, source: 'bait' as const, measured: 9.7 };
    assert.ok(
      Math.abs(
        cavityVolume({ ...one, grade: 'floating' }) - 9.7 / density(110, GRADES.floating.density20),
      ) < 1e-12,
    );
    assert.ok(
      Math.abs(
        cavityVolume({ ...one, grade: 'medium' }) - 9.7 / density(110, GRADES.medium.density20),
      ) < 1e-12,
    );
    // Half and half by volume of 1.03 and 0.96: 0.5176 and 0.4824 by mass.
    const parts = massShares([0.5, 0.5], [1.03, 0.96]);
    assert.ok(
      Math.abs(parts[0]! - 1.03 / 1.99) < 1e-12 && Math.abs(parts[0]! + parts[1]! - 1) < 1e-12,
    );
    const plan = demoPlan();
    const mixed = {
      ...plan,
      cups: plan.cups.map((cup, i) => ({
        ...cup,
        recipe: { ...cup.recipe, grade: i === 0 ? ('medium' as const) : ('floating' as const) },
      })),
    };
    const bench = benchOn(open(mixed));
    const before = at(bench, 'shoot');
    const injector = [...before.injectors.values()][0]!;
    const held = contentsOf(injector).map((content) => content.grams);
    const step = nextStep(before, bench.now())!;
    const after = bench.act(step.send!);
    const gave = held.map(
      (grams, i) => grams - contentsOf([...after.injectors.values()][0]!)[i]!.grams,
    );
    const volumes = gave.map((grams, i) => grams / (i === 0 ? 1.03 : 0.96));
    const part = shares({ injector: injector.injector, yoked: true });
    assert.ok(
      Math.abs(volumes[0]! / (volumes[0]! + volumes[1]!) - part[0]!) < 1e-9,
      'by volume each gives its bore’s share',
    );
  },
);

test(
  'E19: seconds found after the sprue went back, colours drawn over a full injector, ' +
    'sprues skipped: no gram is made or lost',
  () => {
    const snapshots = WAYS.map((way) => open(input(way.colourway)));
    const logs = Number(process.env.LOGS ?? 400);
    for (let seed = 1; seed <= logs; seed++) {
      const chance = seeded(seed);
      const count = Math.floor(chance() * snapshots.length);
      const done: string[] = [];
      randomEvening(snapshots[count]!, 20 + Math.floor(chance() * 70), chance, (state, kind) => {
        done.push(kind);
        const { off, fresh } = balanceOf(state);
        if (Math.abs(off) > 1e-9 * Math.max(1, fresh))
          assert.fail(
            `seed ${seed}, ${WAYS[count]!.colourway}: ${off} g after ${done.slice(-6).join(', ')}`,
          );
      });
    }
  },
);
