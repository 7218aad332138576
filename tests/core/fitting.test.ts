import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Build } from '@/core/build/index.ts';
import {
  assignBarrels,
  BUILDS,
  checkBuild,
  layersOf,
  lightness,
  overlap,
  PLACES,
} from '@/core/build/index.ts';
import { levelOf, portLine } from '@/core/colour/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import { closingCare, lieOf, tightening } from '@/core/mould/index.ts';
import { planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { baitMass, stageMass } from '@/core/shot/index.ts';
import { mould } from '../trialMould.ts';
import { stage, bodyMould, injector, draft } from './buildsKit.ts';
import { near } from '../near.ts';

test('what does not fit is said: block, halves, inserts, rods, places, channels', () => {
  const odd = (change: (build: Build) => void): string[] => {
    const build = structuredClone(BUILDS.laminateCore) as Build;
    change(build);
    return checkBuild(build).map((misfit) => misfit.code);
  };
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.block = 'triple')),
    ['block-barrels'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.block = null)),
    ['no-block'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.rods = false)),
    ['no-channel'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[0]!.layers[1]!.place = 'back')),
    ['same-place'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[1]!.takes = null)),
    ['core-alone', 'unused'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages[1]!.layers[0]!.key = 'back')),
    ['layer-twice'],
  );
  assert.deepEqual(
    odd((build) => void (build.stages = build.stages.slice(0, 1))),
    ['makes', 'unused'],
  );
  assert.ok(
    overlap('upper', 'back') &&
      overlap('whole', 'belly') &&
      !overlap('back', 'belly') &&
      !overlap('upper', 'side') &&
      !overlap('patchA', 'patchB') &&
      !overlap('spot', 'back'),
  );
  const codes = (input: ReturnType<typeof draft>) =>
    planSession(input, METRIC)
      .remarks.filter((remark) => remark.weight === 'refused')
      .map((remark) => remark.code);
  const tooled = (count: number, i: number, part: object) => {
    const input = draft(count);
    return {
      ...input,
      jobs: [
        {
          ...input.jobs[0]!,
          tools: input.jobs[0]!.tools.map((tool, k) => (k === i ? { ...tool, ...part } : tool)),
        },
      ],
    };
  };
  const plain = { id: 99, mould: mould(4, 9, { name: 'plain' }) };
  assert.deepEqual(codes(tooled(8, 1, { moulds: [plain] })), ['not-accepted']);
  assert.deepEqual(codes(tooled(6, 0, { moulds: [plain] })), ['no-rods', 'not-accepted']);
  assert.deepEqual(codes(tooled(8, 0, { moulds: [] })), ['no-mould', 'no-source']);
  const huge = { id: 98, mould: mould(4, 90, { name: 'Eel tail 24, tail mould', makes: 'tail' }) };
  assert.deepEqual(codes(tooled(8, 0, { moulds: [huge] })).at(-1), 'no-room');
  assert.equal(lieOf({ name: 'a', takes: [], rod: null }, { name: 'a' }), null);
});

test('where the line sits: two layers as published, three by symmetry, and along the bait by area', () => {
  near(portLine([0.5, 0.5])[0]!, 0.5, 1e-9);
  near(portLine([2 / 3, 1 / 3])[0]!, 0.613, 5e-4);
  near(portLine([0.5, 0.5], [2, 1])[0]!, 0.529, 5e-4);
  const [first, second] = portLine([1 / 3, 1 / 3, 1 / 3]) as [number, number];
  near(first + second, 1, 1e-9);
  near(first, 1 - 0.613, 5e-4); // a third of the flow from one wall, wherever the rest divides
  near(levelOf(0.5), 0, 1e-9);
  // By hand: the cap above y = 1/2 of a circle has (π/3 − √3/4)/π = 0.195501 of its area.
  near(levelOf(1 - 0.1955011), 0.5, 1e-6);
});

test(
  'barrels are given to colours so that the fewest want cleaning: never dearer than in ' +
    'order, and the best of all ways',
  () => {
    const arb = fc.array(
      fc.record({ a: fc.integer({ min: 1, max: 4 }), b: fc.integer({ min: 1, max: 4 }) }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(arb, (evening) => {
        const light = (mix: number) => mix / 5;
        const fillings = evening.map(({ a, b }, i) => ({
          run: String(i),
          injector: 1,
          barrels: injector(30, 30).barrels,
          mixes: [a, b].map((mix) => ({ mix, light: light(mix) })),
        }));
        const cost = (swaps: boolean[]) => {
          let held: (number | null)[] = [null, null];
          return evening.reduce((sum, { a, b }, i) => {
            const now = swaps[i] ? [b, a] : [a, b];
            const spent = now.reduce(
              (x, mix, k) => x + (held[k] === null || held[k] === mix ? 0 : mix > held[k]! ? 3 : 1),
              0,
            );
            held = now;
            return sum + spent;
          }, 0);
        };
        const all = Array.from({ length: 2 ** evening.length }, (_, count) =>
          cost(evening.map((_, i) => Boolean(count & (1 << i)))),
        );
        assert.equal(assignBarrels(fillings).cost, Math.min(...all));
      }),
    );
    const unequal = assignBarrels([
      {
        run: 'x',
        injector: 1,
        barrels: injector(30, 20).barrels,
        mixes: [
          { mix: 1, light: 0 },
          { mix: 2, light: 1 },
        ],
      },
      {
        run: 'y',
        injector: 1,
        barrels: injector(30, 20).barrels,
        mixes: [
          { mix: 2, light: 1 },
          { mix: 1, light: 0 },
        ],
      },
    ]);
    assert.deepEqual(unequal.orders, [
      [0, 1],
      [0, 1],
    ]);
    near(lightness('#ffffff') - lightness('#000000'), 1, 1e-12);
  },
);

test('closures: opposite corners first, every one once; soft jaws, castings and brittle faces are minded', () => {
  assert.deepEqual(tightening(4), [1, 4, 2, 3]);
  for (let count = 1; count < 13; count++)
    assert.deepEqual(
      [...tightening(count)].sort((one, other) => one - other),
      Array.from({ length: count }, (_, i) => i + 1),
    );
  const care = (over: Partial<Mould>) => closingCare(mould(2, 5, over)).join(' ');
  assert.match(care({ closure: 'vice' }), /soft jaws/i);
  assert.match(care({ metal: 'cast' }), /[Ff]irmer/);
  assert.match(care({ metal: 'epoxy', closure: 'screws' }), /cracks/);
  assert.match(care({ loose: ['hook-slot plate'] }), /Hook-slot plate in its slot first/);
  assert.deepEqual(closingCare(mould(2, 5, { closure: 'open', closures: 0 })), []);
});

test('places draw inside the bait: bands in order, within its edges', () => {
  for (const [key, place] of Object.entries(PLACES))
    for (const band of place.bands)
      for (let from = band.from; from <= band.to; from += 0.01) {
        const [unit, lower] = band.edges(from);
        assert.ok(
          unit <= 1 + 1e-9 && lower >= -1 - 1e-9 && unit >= lower - 1e-9,
          `${key} at ${from}: ${unit} ${lower}`,
        );
      }
  assert.ok(layersOf(BUILDS.dipped).some((layer) => layer.key === 'tip'));
  assert.ok(baitMass(stageMass(stage('single'), bodyMould, null)) > 0);
});
