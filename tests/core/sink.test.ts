import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  bulkOf,
  dragFrom,
  plainInWater,
  salted,
  saltFor,
  sinking,
  STEEL,
  WATERS,
} from '@/core/colour/index.ts';
import { near } from '../near.ts';
import fc from 'fast-check';
import type { Water } from '@/core/colour/index.ts';
import type { Grade, Material } from '@/core/material/index.ts';
import { densityOfMix, MaterialSchema } from '@/core/material/index.ts';

test(
  'salt by hand: a layered bait is made to hang, to sink as fast as the drag law says, ' +
    'or told why it cannot',
  () => {
    near(salted(1.03, 0.216), (1.03 + 0.216) / 1.1, 1e-12);
    const layers = [
      { volume: 4, density: 0.96, salt: 0 },
      { volume: 4, density: 0.96, salt: 0 },
    ];
    const rig = { hook: 0, weight: 0, weightDensity: 11.34 };
    for (const speed of [-20, 0, 15, 60]) {
      const answer = saltFor(speed, layers, { into: 1, water: 'sea', frontal: 120, rig });
      if (speed < 0 && !answer.ok) continue;
      assert.ok(answer.ok);
      const bulk = bulkOf([layers[0]!, { ...layers[1]!, salt: answer.perMl }], rig);
      near(sinking(bulk, 'sea', 120, 1.1), speed, 1e-6);
    }
    // Hanging in fresh water: mass = 8 mL × 0.998; the salted layer must be 1.036.
    const hang = saltFor(0, layers, { into: 1, water: 'fresh', frontal: 120, rig });
    assert.ok(hang.ok);
    near(hang.perMl, (1.036 - 0.96) / (1 - 1.036 / 2.16), 1e-9);
    // v² = 2 (ρ/ρw − 1) g V / (Cd A).
    near(
      sinking({ mass: 8.8, volume: 8 }, 'fresh', 100),
      1000 * Math.sqrt((2 * (1.1 / WATERS.fresh.density - 1) * 9.80665 * 8e-6) / (1.1 * 1e-4)),
      1e-9,
    );
    near(
      dragFrom(
        sinking({ mass: 8.8, volume: 8 }, 'fresh', 100, 0.7),
        { mass: 8.8, volume: 8 },
        'fresh',
        100,
      )!,
      0.7,
      1e-9,
    );
    assert.equal(
      dragFrom(40, { mass: 7.9, volume: 8 }, 'fresh', 100),
      null,
      'what is lighter than water did not sink',
    );
    assert.equal(
      (
        saltFor(0, layers, { into: 1, water: 'sea', frontal: 120, rig: { ...rig, hook: 3 } }) as {
          code?: string;
        }
      ).code,
      'light',
      `${STEEL} g/mL of steel is enough`,
    );
    assert.equal(
      (saltFor(900, layers, { into: 1, water: 'sea', frontal: 120, rig }) as { code?: string })
        .code,
      'thick',
    );
  },
);

test('a plain bait in water says what its plastisol weighs, and a mix is as heavy as what goes in', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.86, max: 1.3, noNaN: true }),
      fc.double({ min: 1, max: 60, noNaN: true }),
      fc.constantFrom(...(Object.keys(WATERS) as Water[])),
      (density, volume, water) => {
        const mass = density * volume;
        const speed = sinking({ mass, volume }, water, 150);
        near(plainInWater(speed, { mass, frontal: 150 }, water)!, density, 1e-9);
      },
    ),
  );
  near(plainInWater(0, { mass: 8, frontal: 150 }, 'sea')!, 1.025, 1e-12);
  assert.equal(plainInWater(5000, { mass: 8, frontal: 150 }, 'sea'), null, 'no plastic does that');

  const shelved = (id: number, density: number, grade: Grade): Material =>
    MaterialSchema.parse({
      id,
      name: `P${id}`,
      kind: 'plastisol',
      density,
      drop: 0.05,
      spoon: 1,
      grade,
    });
  const salt = MaterialSchema.parse({
    id: 9,
    name: 'Salt',
    kind: 'salt',
    density: 2.16,
    drop: 0.05,
    spoon: 1.2,
  });
  const plain = { grade: 'soft' as const, ladder: [] };
  const shelf = [shelved(1, 0.97, 'soft'), shelved(2, 1.01, 'soft'), shelved(3, 1.2, 'hard'), salt];
  near(densityOfMix(plain, []), 1.03, 1e-12, 'its grade’s usual, where none stands there');
  near(densityOfMix(plain, shelf), 0.99, 1e-12, 'nobody says which bottle');
  near(densityOfMix({ ...plain, plastisolId: 1 }, shelf), 0.97, 1e-12, 'the one it names');
  const salted40 = {
    ...plain,
    plastisolId: 1,
    ladder: [
      {
        what: 'Salt',
        materialId: 9,
        kind: 'salt' as const,
        amount: 40,
        dimension: 'mass' as const,
        when: 'last' as const,
      },
    ],
  };
  // 236.588 mL at 0.97 and 40 g at 2.16.
  near(densityOfMix(salted40, shelf), (236.5882365 * 0.97 + 40) / (236.5882365 + 40 / 2.16), 1e-12);
});
