import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { CupState } from '@/core/session/index.ts';
import {
  baitsOfState,
  chargeOf,
  cupMl,
  drawnStates,
  fold,
  missingIngredients,
  mixIn,
  otherFlake,
  rungsOf,
  some,
  uncounted,
  wantsShaking,
  weighedAfter,
} from '@/core/session/index.ts';
import { deltaE } from '@/core/colour/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { deeper } from '../../scripts/demo/branches.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { seeded } from '../../src/core/chance.ts';
import { benchOn, START } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { near } from '../near.ts';

const snapshot = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, {
  colour: { materials: MATERIALS, versions: { 1: 3 }, dosing: 'drops' },
});
/** A bench with cup A charged, and what is done to it. */
function charged(grams = 243.686) {
  const bench = benchOn(snapshot);
  bench.act({ kind: 'charged', payload: { cup: '1', grams, from: 'fresh' } });
  const add = (what: string, amount: number, dimension: 'drops' | 'volume' | 'mass' = 'drops') =>
    bench.act({ kind: 'added', payload: { cup: '1', what, amount, dimension, from: 'hand' } });
  return { b: bench, add, cup: (): CupState => bench.state().cups.get('1')! };
}

test(
  'what a cup holds is kept for a US cup: drops as they went in, thinned by a fresh ' +
    'charge, not by its own remelt; order and moment stay',
  () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 60, max: 900 }),
        (first, second, grams) => {
          const { add, cup } = charged(grams);
          add('Green no. 2', first);
          add('Green no. 2', second);
          add('Green flake 0.4 mm', 0.6, 'volume');
          const mix = mixIn(cup(), 'x', MATERIALS);
          assert.deepEqual(
            mix.ladder.map((ingredient) => [ingredient.what, ingredient.kind, ingredient.when]),
            [
              ['Green no. 2', 'pigment', 'clear'],
              ['Green flake 0.4 mm', 'flake', 'last'],
            ],
          );
          near(mix.ladder[0]!.amount, ((first + second) * RECIPE_CUP) / cupMl(cup()), 1e-3);
        },
      ),
      { numRuns: 20 },
    );
    const { b: bench, add, cup } = charged();
    add('Green no. 2', 26);
    bench.act({ kind: 'charged', payload: { cup: '1', grams: 243.686, from: 'fresh' } });
    near(mixIn(cup(), 'x', MATERIALS).ladder[0]!.amount, 13, 0.01, 'half as strong');
    bench.act({ kind: 'charged', payload: { cup: '1', grams: 100, from: 'remelt' } });
    near(mixIn(cup(), 'x', MATERIALS).ladder[0]!.amount, 13, 0.01, 'its own remelt thins nothing');
    near(
      mixIn(cup(), 'x', MATERIALS, 2).ladder[0]!.amount,
      26,
      0.01,
      'as it stood after two things',
    );
    assert.equal(cup().version, 3);
  },
);

test('the ladder against the cup: what is wanting, what is forgotten, what went in besides', () => {
  const { add, cup } = charged();
  assert.deepEqual(
    missingIngredients(cup()).map((ingredient) => ingredient.what),
    ['Stabiliser', 'Softener', 'Green no. 2', 'Green flake 0.4 mm'],
  );
  add('Green no. 2', 20);
  add('Black', 1);
  const rung = (what: string) => rungsOf(cup()).find((rung) => rung.what === what)!;
  assert.deepEqual(
    [rung('Green no. 2').wanted, rung('Green no. 2').still, Math.round(rung('Green no. 2').inIt)],
    [26, 6, 20],
  );
  assert.deepEqual([rung('Black').when, rung('Black').still], [null, 0]);
  assert.deepEqual(
    missingIngredients(cup()).map((ingredient) => ingredient.what),
    ['Stabiliser', 'Softener', 'Green flake 0.4 mm'],
  );
  const charge = chargeOf(cup(), MATERIALS)!;
  near(charge.now.get('Green no. 2')!, 20, 0.01);
  add('Green no. 2', 6);
  const { shelf, target, ml } = chargeOf(cup(), MATERIALS)!;
  assert.ok(
    deltaE(target, chargeOf(charged().cup(), MATERIALS)!.target) < 0.01 &&
      shelf.length === 2 &&
      Math.abs(ml - cupMl(cup())) < 1e-9,
    'what is wanted is the recipe’s colour, whatever is in',
  );
  assert.equal(chargeOf(cup(), []), null, 'nothing on the shelf, nothing reckoned');
});

test('another size of flake is asked about until it is in; the same size, and a mix without flake, never', () => {
  const { add, cup } = charged();
  const on = (name: string) => MATERIALS.find((material) => material.name === name)!;
  assert.equal(otherFlake(cup(), on('Silver flake 0.2 mm'), MATERIALS)?.name, 'Green flake 0.4 mm');
  assert.equal(otherFlake(cup(), on('Silver flake 0.4 mm'), MATERIALS), null);
  assert.equal(otherFlake(cup(), on('Amber'), MATERIALS), null);
  add('Silver flake 0.2 mm', 0.3, 'volume');
  assert.equal(otherFlake(cup(), on('Silver flake 0.2 mm'), MATERIALS), null);
});

test(
  'a cup changed before its last draw: the baits of each state are told apart, and ' +
    'those of the branch are the last draw’s',
  () => {
    const evening = rehearse({
      session: 1,
      snapshot,
      startAt: START,
      chance: seeded(4),
      spoil: () => 0,
    });
    const state = fold(snapshot, deeper(evening, snapshot, 'Bilge moss, deeper'));
    const cup = state.cups.get('1')!;
    const kept = cup.keptMixes[0]!;
    assert.deepEqual([kept.as, kept.name], ['branch', 'Bilge moss, deeper']);
    const states = drawnStates(cup, state.draws.values());
    assert.ok(states.length >= 2 && states.at(-1)!.upTo === kept.upTo);
    const told = states.map((other) =>
      baitsOfState(state, '1', other.upTo).reduce((sum, stateBaits) => sum + stateBaits.shot, 0),
    );
    const all = [...state.shots.values()]
      .filter((shot) => !shot.trial)
      .reduce((sum, shot) => sum + shot.cavities.size, 0);
    assert.equal(
      told.reduce((one, other) => one + other, 0),
      all,
    );
    assert.ok(told.at(-1)! > 0 && told.at(-1)! < all);
    assert.deepEqual(baitsOfState(state, '1', 999), []);
  },
);

test('what nobody counted says so, is weighed afterwards in its place, and saves as it was weighed', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 1, max: 60 }),
      fc.double({ min: 0.1, max: 5, noNaN: true }),
      (counted, guessed, weighed) => {
        const { b: bench, add, cup } = charged();
        add('Green no. 2', counted);
        const put = (from: 'guess' | 'recipe', what: string, amount: number) =>
          bench.act({
            kind: 'added',
            payload: { cup: '1', what, amount, dimension: 'drops', from },
          });
        put('guess', 'Green no. 2', guessed);
        put('recipe', 'Stabiliser', 5);
        assert.deepEqual(uncounted(cup()), ['Green no. 2', 'Stabiliser']);
        assert.deepEqual(uncounted(cup(), 2), [], 'nothing but plastic and what was counted');
        const green = MATERIALS.find(({ name }) => name === 'Green no. 2')!;
        const entry = cup().trail.find((one) => one.counted === 'guess')!;
        const missedBefore = missingIngredients(cup(), MATERIALS).length;
        bench.act(weighedAfter(cup(), entry, { amount: weighed, dimension: 'mass' }));
        const inIt = rungsOf(cup(), MATERIALS).find(({ what }) => what === 'Green no. 2')!.inIt;
        near(inIt, counted + weighed / green.density / green.drop, 1e-6 * (inIt + 1));
        assert.deepEqual(uncounted(cup()), ['Stabiliser']);
        assert.ok(missingIngredients(cup(), MATERIALS).length <= missedBefore + 1);
        const wrong = weighedAfter(cup(), { ...entry, event: v4() }, entry);
        bench.act(wrong);
        assert.deepEqual(uncounted(cup()), ['Stabiliser'], 'what is not there is left alone');
      },
    ),
    { numRuns: 20 },
  );
});

test('weighed since, what a cup lacks is asked again, though as much went in', () => {
  const { b: bench, add, cup } = charged();
  add('Green no. 2', 1);
  assert.ok(missingIngredients(cup()).some(({ what }) => what === 'Green no. 2'));
  bench.act(weighedAfter(cup(), cup().trail.at(-1)!, { amount: 26, dimension: 'drops' }));
  assert.ok(!missingIngredients(cup()).some(({ what }) => what === 'Green no. 2'));
});

test('weighed since, the next draw is held against the recipe by what truly went in', () => {
  const { b: bench, add, cup } = charged();
  const { key } = [...bench.state().injectors.values()][0]!;
  const run = [...bench.state().runs.values()][0]!;
  const drawn = (draw: string) =>
    bench
      .act({
        kind: 'drawn',
        payload: {
          draw,
          injector: key,
          job: run.key,
          barrels: [{ layer: run.stage.layers[0]!.key, cup: '1', ml: 20 }],
        },
      })
      .draws.get(draw)!.barrels[0]!.apart;
  add('Green no. 2', 26);
  assert.equal(drawn('first'), 0);
  bench.act(weighedAfter(cup(), cup().trail.at(-1)!, { amount: 260, dimension: 'drops' }));
  assert.notEqual(drawn('second'), 0);
});

test('“some” is what is still wanted, else a squeeze; a bottle is shaken once an evening', () => {
  const { add, cup, b: bench } = charged();
  const rung = () => rungsOf(cup(), MATERIALS).find(({ what }) => what === 'Green no. 2')!;
  assert.equal(some(rung()).amount, rung().still);
  const green = MATERIALS.find(({ name }) => name === 'Green no. 2')!;
  const flake = MATERIALS.find(({ kind }) => kind === 'flake')!;
  assert.ok(wantsShaking(bench.state().cups.values(), green));
  assert.ok(!wantsShaking(bench.state().cups.values(), flake));
  add('Green no. 2', 60);
  assert.ok(some(rung()).amount > 0);
  assert.ok(!wantsShaking(bench.state().cups.values(), green));
});
