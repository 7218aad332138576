import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { OvenSchema } from '@/core/heat/schema.ts';
import { BlockSchema, InjectorSchema, VesselSchema } from '@/core/build/index.ts';
import { GRADES, MaterialSchema, MixSchema } from '@/core/material/index.ts';
import type { OutlineKey } from '@/core/mould/index.ts';
import { BaitSchema, layoutFaults, MouldSchema, OUTLINES, profileOf } from '@/core/mould/index.ts';
import { forShelf, noPlan, planSession } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { DEFAULT_SHOP, ShopSchema } from '@/core/shop.ts';
import { BeginSchema } from '@/core/starter/begin.ts';
import {
  barrelHolds,
  baitName,
  COUNTRIES,
  FIRST_COLOUR_KEYS,
  firstBait,
  firstMix,
  firstMould,
  firstShelf,
  ORDINARY_KEYS,
  USUAL,
  usualBlocks,
  usualCups,
  usualInjector,
  usualOven,
  wattsByWater,
} from '@/core/starter/index.ts';
import { near } from '../near.ts';

const mould = fc.record({
  outline: fc.constantFrom(...(Object.keys(OUTLINES) as OutlineKey[])),
  length: fc.double({ min: 15, max: 250, noNaN: true }),
  cavities: fc.integer({ min: 1, max: 48 }),
  grams: fc.option(fc.double({ min: 0.2, max: 60, noNaN: true })),
  shape: fc.option(
    fc.record({
      profile: fc
        .constantFrom(...Object.values(OUTLINES))
        .map(({ stations }) => profileOf(stations, 40)),
      ml: fc.option(fc.double({ min: 0.2, max: 60, noNaN: true })),
      section: fc.option(fc.double({ min: 2, max: 40, noNaN: true })),
    }),
  ),
});

test('a first mould of any shape and size can be kept: its cavities lie in it, and not in one another', () => {
  fc.assert(
    fc.property(mould, (first) => {
      const made = firstMould(first, { name: 'First', grade: 'medium', hold: 8 });
      assert.deepEqual(MouldSchema.parse(made), made);
      assert.deepEqual(layoutFaults(made), []);
      assert.equal(made.cavities.length, first.cavities);
      assert.ok(made.cool >= 5 && made.cool <= 3600);
      if (first.shape) assert.deepEqual(made.cavities[0]!.profile, first.shape.profile);
    }),
    { numRuns: 60 },
  );
  // So thick that it is not firm within the hour: it is let stand for as long as a mould may be.
  const thick = { profile: profileOf(OUTLINES.tail.stations, 40), ml: null, section: 90 };
  const slow = {
    outline: 'flatfish',
    length: 250,
    cavities: 10,
    grams: null,
    shape: thick,
  } as const;
  assert.equal(firstMould(slow, { name: 'x', grade: 'soft', hold: 8 }).cool, 3600);
  const eel = { outline: 'eel', length: 95, cavities: 4, grams: null, shape: null } as const;
  const as = (length: number) =>
    firstMould({ ...eel, length }, { name: 'x', grade: 'soft', hold: 8 }).cool;
  assert.ok(as(60) < as(95) && as(95) < as(140), 'a thicker bait is opened later');
  assert.equal(baitName(eel, { length: 'mm' }), 'Sand eel 95');
  assert.equal(baitName({ ...eel, length: 76.2 }, { length: 'in' }), 'Sand eel 3 in');
});

test('water tells watts, bore and stroke what a barrel holds, by hand', () => {
  // A litre, a minute, ten degrees: 41.8 kJ in 60 s.
  near(wattsByWater({ ml: 1000, seconds: 60 }, { from: 15, to: 25 }), 41_800 / 60, 1e-9);
  assert.throws(() => wattsByWater({ ml: 1000, seconds: 60 }, { from: 25, to: 25 }), RangeError);
  // A cylinder 20 mm wide and 100 mm long.
  near(barrelHolds(20, 100), (Math.PI * 10 ** 2 * 100) / 1000, 1e-9);
  const injector = usualInjector(2, 120);
  for (const { bore, volume } of injector.barrels)
    near(
      (1000 * volume) / ((Math.PI / 4) * bore ** 2) / bore,
      4,
      0.1,
      'four times as long as wide',
    );
});

test('everything the walk puts on a bench and a shelf can be kept, and every first colour be planned at once', () => {
  for (const barrels of [1, 2, 3]) {
    const injector = usualInjector(barrels, 120);
    assert.deepEqual(InjectorSchema.parse(injector), injector);
    for (const block of usualBlocks(barrels)) BlockSchema.parse(block);
  }
  for (const cup of usualCups(3, 500)) VesselSchema.parse(cup);
  OvenSchema.parse(usualOven(900));
  for (const { units } of Object.values(COUNTRIES)) ShopSchema.parse({ ...DEFAULT_SHOP, units });
  assert.ok(BeginSchema.safeParse({ ...USUAL, bait: 'Sand eel 95' }).success);
  const entries = <Spec>(...specs: Spec[]) => specs.map((spec, i) => ({ id: i + 1, spec }));
  for (const grade of Object.keys(GRADES) as (keyof typeof GRADES)[]) {
    for (const material of firstShelf(grade, ORDINARY_KEYS)) MaterialSchema.parse(material);
    for (const colour of FIRST_COLOUR_KEYS) {
      const mix = firstMix(colour, grade, ORDINARY_KEYS);
      MixSchema.parse(mix);
      const first = firstMould(
        { outline: 'sprat', length: 75, cavities: 2, grams: 7, shape: null },
        { name: 'Sprat 75', grade, hold: 8 },
      );
      const bait = firstBait(
        { outline: 'sprat', length: 75 },
        { name: 'Sprat 75', grade, mould: 1 },
      );
      BaitSchema.parse(bait);
      const defaults = {
        settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
        good: DEFAULT_SHOP.good,
        confidence: DEFAULT_SHOP.confidence,
        window: DEFAULT_SHOP.window,
      };
      const input = forShelf(
        noPlan(defaults),
        { bait: 1, colourway: 1, shots: 2 },
        {
          moulds: entries(first),
          injectors: entries(usualInjector(1, 120)),
          blocks: [],
          vessels: entries(...usualCups(2, 500)),
          baits: entries(bait),
          mixes: entries(mix),
          colourways: entries({ name: mix.name, build: 'single', layers: { body: 1 } }),
          builds: [],
          inserts: [],
        },
        defaults,
      );
      const plan = planSession(input, METRIC);
      assert.ok(plan.ok, plan.remarks[0]?.sentence);
      assert.equal(plan.totals.baits, 4);
    }
  }
});
