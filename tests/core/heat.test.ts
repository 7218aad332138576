import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  airPressure,
  blendDose,
  conduct,
  damageRate,
  fillFor,
  filling,
  freezeFormula,
  freezeTime,
  riseUnderVacuum,
  heatToReach,
  pressureOf,
  reachOf,
} from '@/core/heat/index.ts';
import { viscosity } from '@/core/material/index.ts';
import { near } from '../near.ts';

test(
  'gate freeze: the formula against the transient solver to 3 % inside its range; ' +
    'beyond it the solver itself',
  () => {
    const solved = (
      shape: 'slab' | 'round',
      across: number,
      from: number,
      metal: number,
    ): number => {
      let before = { at: 0, centre: from };
      let frozen = 0;
      conduct(
        {
          shape,
          across,
          layers: [{ upTo: 1, celsius: from }],
          outside: { kind: 'fixed', celsius: metal, contact: 1500 },
        },
        900,
        (now) => {
          if (now.centre <= 110)
            frozen =
              before.at +
              ((before.centre - 110) / (before.centre - now.centre)) * (now.at - before.at);
          before = now;
          return frozen > 0;
        },
        200,
      );
      return frozen;
    };
    let inside = 0;
    fc.assert(
      fc.property(
        fc.constantFrom<'slab' | 'round'>('slab', 'round'),
        fc.double({ min: 1, max: 9, noNaN: true }),
        fc.integer({ min: 145, max: 190 }),
        fc.integer({ min: 15, max: 90 }),
        (shape, across, from, metal) => {
          const formula = freezeFormula(shape, across, { from, metal });
          const exact = solved(shape, across, from, metal);
          if (formula !== null)
            near(formula, exact, 0.03 * exact, `${shape} ${across} ${from} ${metal}:`);
          if (formula !== null) inside += 1;
          near(freezeTime(shape, across, { from, metal })!, exact, 0.03 * exact + 0.01);
        },
      ),
      // Where the range ends, the formula is furthest off.
      { numRuns: 80, examples: [['round', 5, 146, 26] as const, ['slab', 2, 145, 15] as const] },
    );
    assert.ok(inside > 20, 'the range is not empty');
    assert.equal(freezeTime('slab', 3, { from: 165, metal: 115 }), null);
    assert.equal(freezeTime('slab', 3, { from: 105, metal: 40 }), 0);
  },
);

test('air pressure against the ICAO table, and what a pot can read and froth', () => {
  for (const [metres, inHg] of [
    [0, 29.92],
    [500, 28.19],
    [1000, 26.54],
    [2000, 23.48],
    [3000, 20.71],
    [5000, 15.96],
  ] as const)
    near(airPressure(metres), inHg, 0.02);
  near(riseUnderVacuum(0), 1, 1e-12);
  near(fillFor(29), 0.5, 0.05); // about half at 29 inHg
  near(riseUnderVacuum(40), riseUnderVacuum(29.92 - 0.4), 1e-9); // never under the pump's least
  assert.ok(riseUnderVacuum(29.5) > 1.8);
  assert.ok(
    riseUnderVacuum(26, 1000) > riseUnderVacuum(26),
    'the same reading is a deeper vacuum higher up',
  );
});

test('dose: doubles every 9.7 K at 177 °C; a blend is by mass', () => {
  near(damageRate(177 + 9.7 / 2) / damageRate(177 - 9.7 / 2), 2, 0.01);
  near(blendDose({ grams: 100, dose: 0.2 }, { grams: 300, dose: 0.6 }), 0.5, 1e-12);
  assert.equal(blendDose({ grams: 0, dose: 1 }, { grams: 0, dose: 1 }), 0);
});

test(
  'a thin part filling: the closed form where nothing freezes; farther when hotter, ' +
    'warmer, thicker or pushed harder; the heat that fills it',
  () => {
    const pressure = pressureOf(150, [32, 32]);
    assert.ok(Math.abs(pressure - 150 / (2 * Math.PI * 0.016 ** 2)) < 1e-6);
    // Metal as hot as the plastic: L² = P H² t / (6 μ) in a slot, P R² t / (4 μ) in a bore.
    for (const [shape, gap] of [
      ['slab', 0.002 ** 2 / 6],
      ['round', 0.001 ** 2 / 4],
    ] as const) {
      const { at, reach } = filling({ shape, across: 2 }, { shot: 165, metal: 165, pressure });
      at.forEach((time, i) =>
        assert.ok(
          Math.abs(reach[i]! - 1000 * Math.sqrt((pressure * gap * time) / viscosity(165))) <
            1e-3 * (reach[i]! + 1),
          `${shape} ${time}`,
        ),
      );
    }
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.integer({ min: 140, max: 180 }),
        fc.integer({ min: 5, max: 80 }),
        fc.constantFrom('slab' as const, 'round' as const),
        (across, shot, metal, shape) => {
          const one = reachOf({ shape, across }, { shot, metal, pressure });
          assert.ok(
            reachOf({ shape, across }, { shot: shot + 10, metal, pressure }) > one &&
              reachOf({ shape, across }, { shot, metal: metal + 10, pressure }) > one &&
              reachOf({ shape, across: across * 1.2 }, { shot, metal, pressure }) > one,
          );
          // Pressure comes in under a root.
          assert.ok(
            Math.abs(
              reachOf({ shape, across }, { shot, metal, pressure: 4 * pressure }) / one - 2,
            ) < 1e-9,
          );
          // And it has stopped when its middle no longer flows.
          const { at } = filling({ shape, across }, { shot, metal, pressure });
          const freezes = freezeTime(shape, across, { from: shot, metal });
          assert.ok(
            freezes === null ||
              freezes > 19 ||
              Math.abs(at.at(-1)! - freezes) < 0.08 * freezes + 0.02,
            `${at.at(-1)} ${freezes}`,
          );
        },
      ),
      { numRuns: 25 },
    );
    const wants = heatToReach({ shape: 'slab', across: 1 }, 100, { metal: 40, pressure })!;
    assert.ok(
      Math.abs(reachOf({ shape: 'slab', across: 1 }, { shot: wants, metal: 40, pressure }) - 100) <
        1,
    );
    assert.equal(
      heatToReach({ shape: 'slab', across: 0.4 }, 100, { metal: 20, pressure }),
      null,
      'no heat under the ceiling fills it',
    );
  },
);
