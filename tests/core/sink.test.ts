import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bulkOf, dragFrom, salted, saltFor, sinking, STEEL, WATERS } from '@/core/colour/index.ts';
import { near } from '../near.ts';

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
