import assert from 'node:assert/strict';
import { test } from 'node:test';
import { draftPlan } from '@/core/plan/index.ts';
import { allot, faultsOf, faultStage, runInHand } from '@/core/session/index.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { WAYS } from '../../scripts/demo/colourways.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { input, open, snapshots, keys, atStep } from './stagesKit.ts';
import { nextStep, steps } from '../said.ts';

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
  const state = bench.follow((state) => state.phase.is === 'finished');
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
