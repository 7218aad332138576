import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import fc from 'fast-check';
import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  allot,
  count,
  faultsOf,
  faultStage,
  fold,
  insertMoves,
  nextStep,
  runInHand,
  scrapG,
  shotRow,
  steps,
  summary,
  upcast,
  upcastSnapshot,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { BAITS, COLOURWAYS, MOULDS, WAYS } from '../../scripts/demo/shop.ts';
import { benchOn, START } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

const input = (colourway: string, count?: number): PlanInput => {
  const way = WAYS.find((way) => way.colourway === colourway)!;
  return draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((bait) => bait.name === way.bait) + 1,
        colourway: COLOURWAYS.findIndex((other) => other.name === colourway) + 1,
        count: count ?? way.count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
};
const open = (plan: PlanInput): Snapshot => snapshotFrom('Trial', plan, DEFAULT_SHOP);
const snapshots = WAYS.map((way) => open(input(way.colourway)));
const balance = (state: SessionState): number => {
  const { plastic: other } = summary(state, START);
  return other.inBaits + other.inInserts + other.puck + other.left + other.notBack - other.fresh;
};
const keys = (
  bench: ReturnType<typeof benchOn>,
  until: (state: SessionState) => boolean,
): string[] => {
  const out: string[] = [];
  bench.follow((state) => {
    const key = nextStep(state, bench.now())?.key ?? '';
    if (out.at(-1) !== key) out.push(key);
    return until(state);
  });
  return out;
};
const atStep = (bench: ReturnType<typeof benchOn>, key: string) =>
  bench.follow((state) => nextStep(state, bench.now())?.key === key);

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
    const state = bench.follow((state) => state.status === 'finished');
    assert.equal(state.status, 'finished', WAYS[count]!.colourway);
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
      const state = bench.follow((state) => state.status === 'finished');
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
        was.left >= totals.leftG - 1e-6 && was.left <= totals.leftG + totals.lostG + 1e-6,
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
    const state = bench.follow((state) => state.status === 'finished');
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

test('triple: three cups are matched, and the draw is of three', () => {
  const bench = benchOn(open(input('Gull morning')));
  atStep(bench, 'match');
  const cups = [...bench.state().cups.keys()];
  cups.forEach((cup, i) => bench.read(cup, 163 + (i === 2 ? 4 : 0)));
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /4° colder/);
  const state = bench.read(cups[2]!, 164);
  const step = nextStep(state, bench.now())!;
  assert.equal(step.key, 'draw');
  assert.ok(step.send?.kind === 'drawn' && step.send.payload.barrels.length === 3);
});

test(
  'tail first: tails are made, oiled and laid by, then laid in cavity by cavity and ' +
    'used up bait by bait',
  () => {
    const bench = benchOn(open(input('Moss, blush tail')));
    const path = keys(bench, (state) =>
      [...state.moulds.values()].some((mould) => mould.loaded.size === 3),
    );
    assert.ok(path.indexOf('keep') < path.indexOf('load'));
    const state = bench.state();
    assert.equal(runInHand(state)!.stage.key, 'body');
    const lot = [...state.lots.values()][0]!;
    assert.deepEqual([lot.made, lot.left, lot.oiled], [24, 21, true]);
    const step = nextStep(state, bench.now())!;
    assert.match(step.sentence, /Lay a tail in cavity 4 of Slip eel 95/);
    bench.act(step.others!.find((other) => other.label.startsWith('A gap'))!.send);
    bench.act({
      kind: 'insertSpoiled',
      payload: { job: runInHand(state)!.key, count: 2, why: 'torn' },
    });
    const done = bench.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.key === 'body'),
    );
    const shot = [...done.shots.values()].find((shot) => shot.stage.key === 'body')!;
    assert.ok(shot.against.includes('insertGap'));
    assert.deepEqual([...shot.inserts.values()], Array(8).fill(lot.id));
    const end = bench.follow((state) => state.status === 'finished');
    assert.deepEqual(
      Object.fromEntries(
        insertMoves(end).map((insertMove) => [insertMove.what.split(' ')[0]!, insertMove.count]),
      ),
      { made: 24, spoiled: -2, used: -8 },
    );
    assert.equal(shotRow(end, shot.id)!.cavities.length, 0 + 8);
    assert.equal(shotRow(end, shot.id)!.cavities[0]!.insert, lot.id);
  },
);

test('a cavity shot without its insert is no good bait; a stage short of inserts is asked about', () => {
  const bench = benchOn(open(input('Lantern glass')));
  atStep(bench, 'load');
  const state = bench.state();
  const mould = [...state.moulds.values()][0]!;
  bench.act({
    kind: 'loaded',
    payload: { mould: mould.key, job: runInHand(state)!.key, cavities: [1], gap: false },
  });
  bench.act({ kind: 'skipped', payload: { step: 'load', target: `${mould.key}:${mould.cycles}` } });
  const shot = (state: SessionState) =>
    [...state.shots.values()].find((shot) => shot.stage.key === 'body');
  const after = bench.follow((state) => shot(state) !== undefined);
  assert.deepEqual(shot(after)!.marks.get(2), { grade: 'second', fault: 'bare' });
  assert.equal(shot(after)!.marks.has(1), false);
  // Everything spoiled: the bench asks for more shells before the next core.
  const run = [...after.runs.values()].find((run) => run.stage.key === 'body')!;
  bench.act({
    kind: 'insertSpoiled',
    payload: {
      job: run.key,
      count: [...after.lots.values()].reduce((sum, lot) => sum + lot.left, 0),
      why: 'dropped',
    },
  });
  atStep(bench, 'more');
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /shells left for cores/);
});

test('a swirl’s baits are judged one by one; its plungers are pulsed', () => {
  const bench = benchOn(open(input('Slack water')));
  const pulse = nextStep(atStep(bench, 'shoot'), bench.now())!.pulse!;
  assert.deepEqual(pulse.letters, ['A', 'B']);
  atStep(bench, 'mark');
  const step = nextStep(bench.state(), bench.now())!;
  assert.ok(step.send?.kind === 'cavityMarked' && step.send.payload.cavity === 1);
  bench.act(step.send);
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /cavity 2/);
});

test(
  'a per-port mould stopped at the fifth cavity: five are baits, the rest of the draw ' +
    'goes back, and more is asked for',
  () => {
    const bench = benchOn(open(input('Wrack patch', 7)));
    for (let count = 0; count < 5; count++)
      bench.act(nextStep(atStep(bench, 'shoot'), bench.now())!.send!);
    const step = nextStep(bench.state(), bench.now())!;
    assert.match(step.sentence, /Clear the nozzle, shoot cavity 6/);
    bench.act(step.others!.find((other) => other.label === 'Stop: one side thin')!.send);
    assert.equal(nextStep(bench.state(), bench.now())!.key, 'hold');
    atStep(bench, 'empty');
    const held = [...bench.state().injectors.values()][0]!.contents.reduce(
      (sum, content) => sum + content.grams,
      0,
    );
    const had =
      [...bench.state().cups.values()].reduce((sum, cup) => sum + cup.grams, 0) +
      bench.state().puckG;
    const state = bench.act(nextStep(bench.state(), bench.now())!.send!);
    assert.ok(
      Math.abs(
        [...state.cups.values()].reduce((sum, cup) => sum + cup.grams, 0) +
          state.puckG -
          had -
          held,
      ) < 1e-9,
    );
    const more = atStep(bench, 'more');
    assert.equal(count(more.shots.values()).shot, 5);
    assert.match(nextStep(more, bench.now())!.sentence, /2 short of 7/);
    const end = bench.follow((state) => state.status === 'finished');
    assert.equal(allot(end).lines[0]!.count, 7);
    assert.ok(Math.abs(balance(end)) < 1e-6);
  },
);

test('a turned block marks its baits upside down; one of them may still be good', () => {
  const bench = benchOn(open(input('Gull morning')));
  atStep(bench, 'top');
  bench.act(
    nextStep(bench.state(), bench.now())!.others!.find(
      (other) => other.label === 'It is the other way',
    )!.send,
  );
  assert.match(nextStep(bench.state(), bench.now())!.sentence, /Turn the block/);
  bench.act({ kind: 'skipped', payload: nextStep(bench.state(), bench.now())!.skip! });
  const state = atStep(bench, 'mark');
  const shot = [...state.shots.values()][0]!;
  assert.deepEqual(
    [shot.turned, shot.against.includes('upsideDown'), count([{ ...shot, markedAt: 1 }]).usable],
    [true, true, 8],
  );
  assert.deepEqual(shot.marks.get(3), { grade: 'usable', fault: 'upside' });
  assert.equal(
    bench
      .act({
        kind: 'cavityMarked',
        payload: { shot: shot.id, cavity: 3, grade: 'good', fault: null },
      })
      .shots.get(shot.id)!.marks.size,
    7,
  );
});

test('a spot peeled off and poured again: the peeled one is on the tray, the last one in the bait', () => {
  const bench = benchOn(open(input('Pilot eye')));
  atStep(bench, 'close');
  const again = nextStep(bench.state(), bench.now())!.others!.find((other) =>
    other.label.startsWith('Peel'),
  )!;
  const before = bench.state().puckG;
  const state = bench.act(again.send);
  const grams = again.send.kind === 'poured' ? again.send.payload.grams : 0;
  assert.ok(
    Math.abs(state.puckG - before - grams) < 1e-9 &&
      [...state.moulds.values()][0]!.pours.length === 1,
  );
  const done = bench.follow((state) => state.shots.size === 1);
  assert.deepEqual(
    [...done.shots.values()][0]!.poured.map((portion) => portion.layer),
    ['spot'],
  );
  assert.ok(Math.abs(balance(done)) < 1e-6);
});

test('poured layer on layer, each cup read before its own; a rod wants the mould closed first', () => {
  const bench = benchOn(open(input('Three tides')));
  const path = keys(bench, (state) => state.shots.size === 1);
  assert.deepEqual(
    path.slice(path.indexOf('match')).filter((key) => key !== 'colour'),
    ['match', 'pour', 'match', 'pour', 'match', 'pour', 'cool'].slice(
      0,
      path.slice(path.indexOf('match')).length,
    ),
  );
  assert.deepEqual(
    [...bench.state().draws.values()][0]!.barrels.map((barrel) => barrel.layer),
    ['first', 'second', 'third'],
  );
  const rod = benchOn(open(input('Spooned slate')));
  const steps = keys(rod, (state) => state.shots.size === 1);
  assert.ok(steps.indexOf('close') < steps.indexOf('pour') && !steps.includes('draw'));
});

test('two jobs of one colour go in step: one draw serves both moulds, each keeps its own count', () => {
  const eel = { part: 1, line: 1, for: 'x', bait: 1, colourway: 1, count: 8, due: '2026-12-01' };
  const long = { ...eel, part: 2, line: 2, bait: 2, count: 2 };
  const twin = { id: 3, injector: SHELF.injectors[2]!.spec };
  const plan = draftPlan(SHELF, [eel, long], DEFAULTS);
  const both = {
    ...plan,
    jobs: plan.jobs.map((job) => ({
      ...job,
      tools: job.tools.map((tool) => ({ ...tool, injector: twin, order: [] })),
    })),
  };
  const bench = benchOn(open(both));
  const close = () =>
    bench.act({ kind: 'closed', payload: { mould: '3', gaps: [], closures: 1, loose: true } });
  atStep(bench, 'draw');
  const alone = nextStep(bench.state(), bench.now())!.send!;
  bench.act({ kind: 'warmed', payload: { target: { kind: 'mould', key: '3' } } });
  close();
  bench.act({ kind: 'topChecked', payload: { mould: '3', right: true } });
  const together = nextStep(atStep(bench, 'draw'), bench.now())!.send!;
  assert.ok(
    alone.kind === 'drawn' &&
      together.kind === 'drawn' &&
      together.payload.barrels[0]!.ml > alone.payload.barrels[0]!.ml + 10,
  );
  const state = bench.follow((state) => state.shots.size === 2);
  assert.deepEqual(
    new Set([...state.shots.values()].map((shot) => shot.bait.name)),
    new Set(['Slip eel 95', 'Slip eel 120']),
  );
  assert.equal(
    new Set([...state.shots.values()].flatMap((shot) => [...shot.cavities.values()])).size,
    1,
    'from one draw',
  );
});

test('the build changed because another block is to hand: later baits are of it, and go to stock', () => {
  const bench = benchOn(open(input('Bilge moss over oyster lint', 16)));
  bench.follow((state) => state.shots.size === 1);
  const { job, tools } = runInHand(bench.state())!;
  const split = SHELF.blocks[2]!;
  const build = {
    ...structuredClone(job.build),
    key: 'split',
    name: 'Split flow',
    stages: [
      {
        ...job.build.stages[0]!,
        block: 'split' as const,
        layers: job.build.stages[0]!.layers.map((layer, i) => ({
          ...layer,
          place: i ? ('patchB' as const) : ('patchA' as const),
        })),
      },
    ],
  };
  bench.act({
    kind: 'changed',
    payload: {
      what: 'colourway',
      job: job.key,
      colourway: job.colourway,
      build,
      layers: job.layers,
      cups: [],
      injector: tools.injector,
      block: { id: split.id, block: split.spec },
    },
  });
  const state = bench.follow((state) => state.status === 'finished');
  const builds = [...state.shots.values()].map((shot) => shot.build.key);
  assert.deepEqual([builds[0], builds.at(-1)], ['dual', 'split']);
  assert.equal(allot(state).lines[0]!.count, 8);
  assert.ok(allot(state).stock.some((stocked) => stocked.count >= 8));
});

test('an injector that held another colour is cleaned before the next, and says why', () => {
  const one = { part: 1, line: 1, for: 'x', bait: 1, colourway: 8, count: 4, due: '2026-12-01' };
  const bench = benchOn(
    open(
      draftPlan(
        SHELF,
        [
          { ...one, colourway: 7 },
          { ...one, part: 2, line: 2 },
        ],
        DEFAULTS,
      ),
    ),
  );
  const state = atStep(bench, 'clean');
  assert.equal(state.runs.get(runInHand(state)!.key)!.job.colourway.name, 'Lamp oil');
  assert.match(nextStep(state, bench.now())!.detail, /A was in it, B is next.*Dark shows in light/);
});

test('a new mould’s first shot asks for its trial card, once', () => {
  const plan = draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((bait) => bait.name === 'Bollard sprat') + 1,
        colourway: 6 + 16,
        count: 6,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
  const bench = benchOn(open(plan));
  const state = atStep(bench, 'trial');
  const mould = [...state.moulds.values()][0]!;
  bench.act({
    kind: 'trialled',
    payload: {
      mould: mould.key,
      shot: [...state.shots.keys()][0]!,
      fill: 'full',
      letsGo: 'bottom',
      hold: 11,
      window: { low: 161, high: 169 },
      bait: 9.2,
      verdict: 'good',
      note: '',
    },
  });
  assert.ok(!steps(bench.state(), bench.now()).some((step) => step.key === 'trial'));
  assert.deepEqual(
    [
      bench.state().moulds.get(mould.key)!.mould.letsGo,
      bench.state().moulds.get(mould.key)!.mould.hold,
    ],
    ['bottom', 11],
  );
});

test('faults are offered where they can be seen, and counted for the stage they belong to', () => {
  const { stages } =
    snapshots[WAYS.findIndex((way) => way.colourway === 'Lantern glass')]!.input.jobs[0]!.build;
  assert.ok(
    faultsOf(stages[0]!).includes('rodFlash') &&
      !faultsOf(stages[0]!).includes('coreShort') &&
      !faultsOf(stages[0]!).includes('line'),
  );
  assert.ok(faultsOf(stages[1]!).includes('coreShort') && faultsOf(stages[1]!).includes('opaque'));
  assert.deepEqual(
    [
      faultStage(stages, 1, 'opaque'),
      faultStage(stages, 1, 'coreShort'),
      faultStage(stages, 0, 'short'),
    ],
    ['Shells', 'Cores', 'Shells'],
  );
});

test('a session of the first slice opens, replays to what it came to, and goes on being read', () => {
  const kept = JSON.parse(
    readFileSync(new URL('../fixtures/first-slice-session.json', import.meta.url), 'utf8'),
  ) as {
    snapshot: Snapshot;
    events: AnyEvent[];
    shots: { shot: string; build: string; good: number; usable: number; second: number }[];
  };
  const state = fold(upcastSnapshot(kept.snapshot), kept.events.map(upcast));
  assert.equal(state.status, 'finished');
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
