import assert from 'node:assert/strict';
import { test } from 'node:test';
import { METRIC } from '@/core/quantity/index.ts';
import type { Send, SessionState } from '@/core/session/index.ts';
import {
  allot,
  asAsked,
  colourOfShot,
  count,
  fold,
  goesBack,
  layerCup,
  planCharges,
  takeColourway,
} from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { COLOURWAYS, MIXES } from '../../scripts/demo/colourways.ts';
import { benchOn } from '../bench.ts';
import { SHELF } from '../demoPlan.ts';
import { idOf, input, open, duals } from './countsKit.ts';
import { nextStep } from '../said.ts';

const racked = (bench: ReturnType<typeof benchOn>, count: number) =>
  bench.follow(
    (state) => [...state.shots.values()].filter((shot) => shot.rackedAt !== null).length >= count,
  );
/** Another colourway for the last run from here on, as the bench sends it. */
function recolour(state: SessionState, to: string): Send {
  const run = [...state.runs.values()].at(-1)!;
  const change = takeColourway(state, run, idOf(COLOURWAYS, to), { shelf: SHELF, units: METRIC });
  assert.ok(change.ok);
  return change.send;
}

test(
  'B4: another mould from here on gives that mould’s baits, and the order takes none of ' +
    'them unless they will do',
  () => {
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    racked(bench, 1);
    const before = bench.state();
    const run = [...before.runs.values()].at(-1)!;
    const prawns = SHELF.baits.find((bait) => bait.spec.outline === 'prawn')!;
    const mould = SHELF.moulds.find((mould) => prawns.spec.mouldIds.includes(mould.id))!;
    bench.act({
      kind: 'changed',
      payload: {
        what: 'mould',
        job: run.key,
        id: mould.id,
        mould: mould.spec,
        only: true,
        bait: { id: prawns.id, name: prawns.spec.name, outline: 'prawn' },
      },
    });
    bench.act({ kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } });
    const state = bench.follow((state) => state.phase.is === 'finished');
    const shots = [...state.shots.values()].filter((shot) => !shot.trial);
    const own = shots.filter((shot) => shot.mould !== String(mould.id));
    const other = shots.filter((shot) => shot.mould === String(mould.id));
    assert.ok(own.length > 0 && other.length > 0);
    assert.ok(
      own.every((shot) => shot.bait.id === run.job.bait.id) &&
        other.every((shot) => shot.bait.id === prawns.id),
    );
    const { lines, stock } = allot(state);
    const good = count(own).good;
    assert.equal(
      lines.reduce((sum, line) => sum + line.count, 0),
      Math.min(8, good),
    );
    assert.equal(
      stock
        .filter((stocked) => stocked.bait === prawns.id)
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(other).good,
    );
    if (good < 8) {
      const will = fold(state.snapshot, [
        ...bench.events,
        {
          ...bench.events.at(-1)!,
          id: '11111111-1111-4111-8111-111111111111',
          seq: 9999,
          kind: 'willDo',
          payload: { shots: other.map((shot) => shot.id), will: true },
        },
      ]);
      assert.equal(
        allot(will).lines.reduce((sum, line) => sum + line.count, 0),
        8,
      );
    }
  },
);

test(
  'B4: a cup doctored after shot 1 gives another colour: by name, or unnamed and how ' +
    'far apart; the customer gets none of it',
  () => {
    const plan = input(duals[0]!.name, 20);
    const bench = benchOn(open(plan));
    racked(bench, 1);
    const cup = [...bench.state().cups.values()][0]!;
    const strange = MATERIALS.find(
      (material) =>
        material.kind === 'pigment' &&
        !cup.ladder.some((ingredient) => ingredient.what === material.name),
    )!;
    bench.act({
      kind: 'added',
      payload: { cup: cup.key, what: strange.name, amount: 60, dimension: 'drops', from: 'hand' },
    });
    const state = bench.follow((state) => state.phase.is === 'finished');
    const shots = [...state.shots.values()]
      .filter((shot) => !shot.trial)
      .sort((one, other) => one.n - other.n);
    assert.equal(colourOfShot(state, shots[0]!).id, plan.jobs[0]!.colourway.id);
    const late = shots.filter((shot) => !asAsked(state, shot));
    assert.ok(
      late.length > 0 &&
        late.every(
          (shot) =>
            colourOfShot(state, shot).id === 0 &&
            /^unnamed, \d+\.\d apart$/.test(colourOfShot(state, shot).name),
        ),
      late.map((shot) => colourOfShot(state, shot).name).join(),
    );
    const { lines, stock } = allot(state);
    assert.equal(
      lines.reduce((sum, line) => sum + line.count, 0),
      Math.min(20, count(shots.filter((shot) => asAsked(state, shot))).good),
    );
    assert.equal(
      stock
        .filter((stocked) => stocked.colourway === 0 && stocked.grade === 'good')
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(late).good,
    );
    const named = bench.act({
      kind: 'named',
      payload: { shots: late.map((shot) => shot.id), colourway: { id: 3, name: 'Third' } },
    });
    assert.equal(
      allot(named)
        .stock.filter((stocked) => stocked.colourway === 3 && stocked.grade === 'good')
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(late).good,
    );
  },
);

test('B4: a colourway changed before the last shot leaves the baits racked before as they were', () => {
  const plan = input(duals[0]!.name, 20);
  const bench = benchOn(open(plan));
  const before = racked(bench, 1);
  const first = [...before.shots.values()][0]!;
  bench.act(recolour(before, duals[1]!.name));
  const state = bench.follow((state) => state.phase.is === 'finished');
  assert.equal(colourOfShot(state, state.shots.get(first.id)!).name, duals[0]!.name);
  assert.ok(
    [...state.shots.values()]
      .slice(1)
      .every((shot) => colourOfShot(state, shot).name === duals[1]!.name),
  );
});

test(
  'B5: the new colourway’s cups are measured, dosed, cooked, coloured and matched; a ' +
    'cup that holds the colour keeps its plastic; the old line’s shortfall is what is truly short',
  () => {
    const plan = input(duals[0]!.name, 20);
    const bench = benchOn(open(plan));
    const before = racked(bench, 1);
    const good = count([...before.shots.values()]).good;
    const kept = new Map([...before.cups.values()].map((cup) => [cup.key, cup.grams]));
    const state = bench.act(recolour(before, duals[1]!.name));
    const run = [...state.runs.values()].at(-1)!;
    const cups = run.stage.layers.map((layer) => layerCup(state, run, layer.key)!);
    for (const cup of cups) {
      if (kept.has(cup.key)) assert.equal(cup.grams, kept.get(cup.key), 'its plastic stays');
      else
        assert.ok(
          cup.plannedCharges[0]! > 20,
          `${cup.letter} is to be measured: ${cup.plannedCharges.join()}`,
        );
    }
    const seen = new Set<string>();
    const end = bench.follow((state) => {
      const step = nextStep(state, bench.now());
      if (step) seen.add(`${step.key}:${step.target}`);
      return state.phase.is === 'finished' || (step?.key === 'more' && step.target === run.key);
    });
    for (const cup of cups.filter((cup) => !kept.has(cup.key)))
      for (const key of ['dose', 'cook', 'colour'])
        assert.ok(seen.has(`${key}:${cup.key}`), `${key} ${cup.letter}`);
    const more = nextStep(end, bench.now())!;
    assert.match(more.sentence, new RegExp(`^${20 - good} short of 20 .*${duals[0]!.name}`));
    assert.match(more.detail, new RegExp(`^${good} came good as ordered`));
    // Sprues of what was shot before go by that shot's own cups.
    const first = [...end.shots.values()][0]!;
    const own = new Set(
      [...new Set(first.cavities.values())].flatMap((day) =>
        end.draws.get(day)!.barrels.map((barrel) => barrel.cup),
      ),
    );
    const back = goesBack(end, first);
    assert.ok(back.sprue === 'puck' || own.has(back.sprue));
  },
);

test(
  'charges for another colourway are worked out by the plan’s own arithmetic: enough ' +
    'for every shot, with the air line under the last',
  () => {
    const state = benchOn(open(input(duals[0]!.name, 20))).state();
    const run = [...state.runs.values()].at(-1)!;
    const planned = new Map(
      [...state.cups.values()].map((cup) => [cup.key, [...cup.plannedCharges]]),
    );
    for (const cup of state.cups.values()) cup.plannedCharges = [];
    planCharges(state, run);
    for (const cup of state.cups.values()) {
      const [one, other] = [cup.plannedCharges, planned.get(cup.key)!].map((x) =>
        x.reduce((sum, value) => sum + value, 0),
      ) as [number, number];
      assert.ok(
        Math.abs(one - other) <= 0.12 * other,
        `${cup.letter}: ${one} g against the plan's ${other}`,
      );
    }
    assert.ok(MIXES.length > 0);
  },
);
