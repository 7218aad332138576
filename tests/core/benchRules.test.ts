import assert from 'node:assert/strict';
import { test } from 'node:test';
import { allot, coolingOf, nextStep, shotRow, summary } from '@/core/session/index.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { snapshot, bench, text, word } from './sessionKit.ts';

test(
  'a shot outside the window, unmatched, unclamped or upside down is warned of, taken ' +
    'all the same, and noted',
  () => {
    const other = bench();
    other.follow((state) => nextStep(state, other.now())?.key === 'close');
    const mould = [...other.state().moulds.keys()][0]!;
    other.act({ kind: 'closed', payload: { mould, gaps: ['left'], closures: 1, loose: true } });
    other.act({ kind: 'topChecked', payload: { mould, right: false } });
    other.read(text, 175);
    other.read(word, 150);
    other.act({
      kind: 'drawn',
      payload: {
        draw: 'd',
        injector: [...other.state().injectors.keys()][0]!,
        job: snapshot.input.jobs[0]!.key,
        barrels: [
          { layer: 'back', cup: text, ml: 42 },
          { layer: 'belly', cup: word, ml: 42 },
        ],
      },
    });
    const state = other.act({
      kind: 'shot',
      payload: { mould, job: snapshot.input.jobs[0]!.key, draw: 'd', trial: false, cavities: null },
    });
    const shot = [...state.shots.values()][0]!;
    for (const code of ['hot', 'cold', 'unmatched', 'unclamped', 'gap', 'upsideDown'])
      assert.ok(shot.against.includes(code), `${code} in ${shot.against.join(' ')}`);
    assert.equal(shot.cavities.size, 8);
  },
);

test('cups exactly the tolerance apart are matched; a hair more are not', () => {
  const other = bench();
  other.follow((state) => nextStep(state, other.now())?.key === 'match');
  other.read(text, 164);
  assert.equal(nextStep(other.read(word, 161), other.now())?.key, 'draw');
  assert.equal(nextStep(other.read(word, 160.9), other.now())?.key, 'match');
});

test('a match goes stale: a minute later the cups are to be read again', () => {
  const other = bench();
  other.follow((state) => nextStep(state, other.now())?.key === 'draw');
  assert.equal(nextStep(other.state(), other.now() + 30_000)?.key, 'draw');
  assert.equal(nextStep(other.state(), other.now() + 61_000)?.key, 'match');
});

test('a shot is bound to what was in its cups at its draw, not to what was added after', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 1);
  const trail = other.state().cups.get(text)!.trail.length;
  other.act({
    kind: 'added',
    payload: { cup: text, what: 'more flake', amount: 0.5, dimension: 'volume', from: 'hand' },
  });
  const state = other.follow((state) => state.shots.size === 2);
  const at = [...state.shots.keys()].map(
    (id) => shotRow(state, id)!.heats.find((heat) => heat.cup === text)!.trail,
  );
  assert.deepEqual(at, [trail, trail + 1]);
});

test('broken off: the clock stands still, and everything counts as cold', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 1);
  const worked = summary(other.state(), other.now()).worked;
  other.act({ kind: 'brokenOff', payload: { why: 'midnight' } }, 1);
  assert.equal(nextStep(other.state(), other.now())?.key, 'resume');
  const state = other.act({ kind: 'resumed', payload: {} }, 9 * 3_600_000);
  assert.ok(summary(state, other.now()).worked < worked + 1);
  assert.ok([...state.cups.values()].every((cup) => cup.reading === null && !cup.fused));
  assert.ok([...state.moulds.values()].every((mould) => !mould.warmed));
});

test('two moulds: the second is shot while the first cools, and a countdown is offered for each', () => {
  const other = bench();
  other.follow(
    (state) =>
      [...state.moulds.values()].filter((mould) => mould.phase.is === 'cooling').length === 2,
  );
  assert.ok(
    [...other.state().moulds.values()].every(
      (mould) => coolingOf(mould)!.readyAt > other.now() - 1,
    ),
  );
});

test('good baits go to the lines soonest due, what is over and what is usable to stock; trials to neither', () => {
  const other = bench();
  const job = snapshot.input.jobs[0]!.key;
  other.act({ kind: 'changed', payload: { what: 'trials', job, by: 1 } });
  const state = other.follow((state) => state.phase.is === 'finished');
  const { lines, stock } = allot(state);
  assert.deepEqual(
    lines.map((line) => line.count),
    [20, 12],
  );
  assert.equal(
    stock.find((stocked) => stocked.grade === 'good')?.count,
    snapshot.plan.totals.baits - 32,
  );
  assert.equal(summary(state, other.now()).trials.shots, 1);
});

test(
  'a colourway changed at the bench counts from there on: later baits go to stock under ' +
    'their own colour',
  () => {
    const other = bench();
    const { input } = snapshot;
    const job = input.jobs[0]!;
    other.follow((state) => state.shots.size === 2);
    other.act({
      kind: 'changed',
      payload: {
        what: 'colourway',
        job: job.key,
        colourway: { id: 99, name: 'Turned over' },
        build: job.build,
        layers: { back: 2, belly: 1 },
        cups: input.cups,
        injector: job.tools[0]!.injector!,
        block: job.tools[0]!.block,
      },
    });
    const state = other.follow((state) => state.phase.is === 'finished');
    assert.deepEqual(
      [...new Set([...state.shots.values()].map((shot) => shot.colourway.id))],
      [job.colourway.id, 99],
    );
    assert.equal(
      allot(state).lines.reduce((sum, line) => sum + line.count, 0),
      16,
    );
    assert.equal(
      [...state.shots.values()].filter((shot) => shot.colourway.id === 99).length,
      state.shots.size - 2,
    );
    assert.ok(allot(state).stock.some((stocked) => stocked.colourway === 99 && stocked.count > 0));
  },
);

test('what the recipe puts in is on the cup’s trail, in its order, once, scaled to the charge', () => {
  const other = bench();
  const state = other.follow((state) => nextStep(state, other.now())?.key === 'match');
  const { trail, ladder } = state.cups.get(text)!;
  assert.deepEqual(
    trail.map((entry) => entry.what),
    ['plastisol', ...ladder.map((ingredient) => ingredient.what)],
  );
  const ml = trail[0]!.amount / 1.03;
  assert.equal(trail[1]!.amount, Math.round((8 * ml) / 236.5882365));
});

test('another mould from here on: the shots to come are shot in it, those before stay where they were shot', () => {
  const other = bench();
  other.follow((state) => state.shots.size === 2);
  other.act({
    kind: 'changed',
    payload: {
      what: 'mould',
      job: snapshot.input.jobs[0]!.key,
      id: 3,
      mould: MOULDS[2]!,
      only: true,
    },
  });
  const state = other.follow((state) => state.phase.is === 'finished');
  const moulds = [...state.shots.values()].map((shot) => [shot.mould, shot.cavities.size]);
  assert.deepEqual(moulds.slice(0, 2), [
    ['1', 8],
    ['2', 8],
  ]);
  assert.ok(
    moulds.length > 2 && moulds.slice(2).every(([key, mould]) => key === '3' && mould === 2),
    JSON.stringify(moulds),
  );
});
