import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { ColourwaySchema, InjectorSchema } from '@/core/build/index.ts';
import { damageRate, dose } from '@/core/heat/index.ts';
import { MixSchema, scaleIngredient } from '@/core/material/index.ts';
import type { OutlineKey } from '@/core/mould/index.ts';
import {
  BaitSchema,
  depthOf,
  MouldSchema,
  OUTLINES,
  portsOf,
  roughVolume,
} from '@/core/mould/index.ts';
import { airVolume, fillLimit, limitMass } from '@/core/shot/index.ts';
import { ShopSchema } from '@/core/shop.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS, MIXES } from '../../scripts/demo/colourways.ts';
import { INJECTORS, VESSELS } from '../../scripts/demo/bench.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { SHOP } from '../../scripts/demo/shop.ts';
import { near } from '../near.ts';

test('the demo shop obeys its own schemas, and has every kind of mould the trade has', () => {
  for (const mould of MOULDS) MouldSchema.parse(mould);
  for (const injector of INJECTORS) InjectorSchema.parse(injector);
  for (const bait of BAITS) BaitSchema.parse(bait);
  for (const mix of MIXES) MixSchema.parse(mix);
  for (const colourway of COLOURWAYS) ColourwaySchema.parse(colourway);
  ShopSchema.parse(SHOP);
  assert.deepEqual(new Set(MOULDS.map((mould) => mould.feed)), new Set(['runner', 'each', 'top']));
  assert.deepEqual(
    new Set(MOULDS.map((mould) => mould.metal)),
    new Set(['machined', 'cast', 'silicone', 'epoxy']),
  );
  assert.equal(Math.min(...MOULDS.map((mould) => mould.cavities.length)), 1);
  assert.equal(Math.max(...MOULDS.map((mould) => mould.cavities.length)), 24);
});

test('cavities lie inside their mould, and do not lie on each other', () => {
  for (const mould of MOULDS) {
    for (const cavity of mould.cavities) {
      assert.ok(
        cavity.x - cavity.length / 2 >= 0 && cavity.x + cavity.length / 2 <= mould.width,
        `${mould.name} ${cavity.n} lengthwise`,
      );
      assert.ok(cavity.y > 0 && cavity.y < mould.height, `${mould.name} ${cavity.n} across`);
      for (const other of mould.cavities) {
        if (other.n <= cavity.n) continue;
        const apart =
          Math.abs(cavity.y - other.y) >=
            (depthOf(cavity.outline, cavity.length) + depthOf(other.outline, other.length)) / 2 -
              1 || Math.abs(cavity.x - other.x) >= (cavity.length + other.length) / 2 - 1;
        assert.ok(apart, `${mould.name}: ${cavity.n} and ${other.n}`);
      }
    }
  }
});

test('outlines run from nose to tail once, and a bait is never thicker than it is long', () => {
  for (const key of Object.keys(OUTLINES) as OutlineKey[]) {
    const stations = OUTLINES[key].stations;
    assert.deepEqual([stations[0][0], stations.at(-1)![0]], [0, 1]);
    stations.forEach((station, i) => i > 0 && assert.ok(station[0] > stations[i - 1]![0], key));
    assert.ok(depthOf(key, 100) < 100);
    near(roughVolume(key, 200) / roughVolume(key, 100), 8, 1e-9);
  }
});

test('a rough volume is within half of what the demo baits weigh', () => {
  for (const mould of MOULDS.filter((mould) => mould.makes === 'bait')) {
    const cavity = mould.cavities[0]!;
    const ratio = roughVolume(cavity.outline, cavity.length) / (cavity.measured / 0.967112);
    assert.ok(ratio > 0.5 && ratio < 2, `${mould.name}: ${ratio.toFixed(2)}`);
  }
});

test('ports: one a mould, or one a cavity', () => {
  assert.deepEqual(MOULDS.slice(0, 6).map(portsOf), [1, 1, 1, 1, 4, 8]);
});

test('cups: by hand, 12 mm of a 92 mm cup is 79.8 mL; the froth limit rules in the pot', () => {
  const cup = VESSELS[1]!;
  near(airVolume(cup), (Math.PI / 4) * 8464 * 12e-3, 1e-9);
  near(airVolume(cup), 79.77, 0.01);
  assert.deepEqual([fillLimit(cup, false), fillLimit(cup, true)], [504, 280]);
  near(limitMass(cup, false, 163), 504 * 1.03 * Math.exp(-7e-4 * 157), 1e-9);
});

test('heat damage doubles every 9.7 K at 177 °C, and an hour there spends a stabilised plastic', () => {
  near(damageRate(177), 1, 1e-9);
  near(damageRate(177 + 9.7) / damageRate(177), 2, 0.05);
  near(damageRate(177) / damageRate(177 - 9.7), 2, 0.05);
  near(dose(177, 3600), 1, 1e-9);
});

test('property: drops come whole and never none; measured amounts scale straight', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.double({ min: 20, max: 2000, noNaN: true }),
      (amount, ml) => {
        const one = scaleIngredient(
          { what: 'x', kind: 'pigment', amount, dimension: 'drops', when: 'clear' },
          ml,
        ).amount;
        assert.ok(
          Number.isInteger(one) &&
            one >= 1 &&
            Math.abs(one - (amount * ml) / 236.5882365) <= 0.5 + (one === 1 ? 1 : 0),
        );
        near(
          scaleIngredient({ what: 'x', kind: 'salt', amount, dimension: 'mass', when: 'last' }, ml)
            .amount,
          (amount * ml) / 236.5882365,
          1e-9,
        );
      },
    ),
  );
});
