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
import {
  BAITS,
  COLOURWAYS,
  INJECTORS,
  MIXES,
  MOULDS,
  SHOP,
  VESSELS,
} from '../../scripts/demo/shop.ts';

const near = (a: number, b: number, tolerance: number) =>
  assert.ok(Math.abs(a - b) <= tolerance, `${a} is not ${b}`);

test('the demo shop obeys its own schemas, and has every kind of mould the trade has', () => {
  for (const m of MOULDS) MouldSchema.parse(m);
  for (const i of INJECTORS) InjectorSchema.parse(i);
  for (const b of BAITS) BaitSchema.parse(b);
  for (const m of MIXES) MixSchema.parse(m);
  for (const c of COLOURWAYS) ColourwaySchema.parse(c);
  ShopSchema.parse(SHOP);
  assert.deepEqual(new Set(MOULDS.map((m) => m.feed)), new Set(['runner', 'each', 'top']));
  assert.deepEqual(
    new Set(MOULDS.map((m) => m.metal)),
    new Set(['machined', 'cast', 'silicone', 'epoxy']),
  );
  assert.equal(Math.min(...MOULDS.map((m) => m.cavities.length)), 1);
  assert.equal(Math.max(...MOULDS.map((m) => m.cavities.length)), 24);
});

test('cavities lie inside their mould, and do not lie on each other', () => {
  for (const m of MOULDS) {
    for (const c of m.cavities) {
      assert.ok(
        c.x - c.length / 2 >= 0 && c.x + c.length / 2 <= m.width,
        `${m.name} ${c.n} lengthwise`,
      );
      assert.ok(c.y > 0 && c.y < m.height, `${m.name} ${c.n} across`);
      for (const d of m.cavities) {
        if (d.n <= c.n) continue;
        const apart =
          Math.abs(c.y - d.y) >=
            (depthOf(c.outline, c.length) + depthOf(d.outline, d.length)) / 2 - 1 ||
          Math.abs(c.x - d.x) >= (c.length + d.length) / 2 - 1;
        assert.ok(apart, `${m.name}: ${c.n} and ${d.n}`);
      }
    }
  }
});

test('outlines run from nose to tail once, and a bait is never thicker than it is long', () => {
  for (const key of Object.keys(OUTLINES) as OutlineKey[]) {
    const s = OUTLINES[key].stations;
    assert.deepEqual([s[0][0], s.at(-1)![0]], [0, 1]);
    s.forEach((x, i) => i > 0 && assert.ok(x[0] > s[i - 1]![0], key));
    assert.ok(depthOf(key, 100) < 100);
    near(roughVolume(key, 200) / roughVolume(key, 100), 8, 1e-9);
  }
});

test('a rough volume is within half of what the demo baits weigh', () => {
  for (const m of MOULDS.filter((x) => x.makes === 'bait')) {
    const c = m.cavities[0]!;
    const ratio = roughVolume(c.outline, c.length) / (c.measured / 0.967112);
    assert.ok(ratio > 0.5 && ratio < 2, `${m.name}: ${ratio.toFixed(2)}`);
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
