import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Colour } from '@/core/colour/index.ts';
import {
  characterise,
  CLEAR_BASE,
  colourOf,
  colourWith,
  countsHolding,
  deltaE,
  flakeInBait,
  flakeMass,
  flakesIn,
  GROUNDS,
  labOf,
  layerOver,
  mixed,
  seen,
  thousandths,
  xyzOf,
} from '@/core/colour/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import { paint } from './colourKit.ts';
import { near } from '../near.ts';

const PAINTS = [
  ['#c8432b', 0.06],
  ['#2b6cc8', 0.05],
  ['#e0c020', 0.05],
  ['#2f7a3a', 0.04],
  ['#f2f2ee', 0.09],
  ['#8a4a86', 0.03],
  ['#d98a2c', 0.07],
] as const;

test(
  'two swatches with 1 % of noise: at another dose and thickness the colour is told ' +
    'within ΔE 3 in the mean; swatches that cannot tell are sent back',
  () => {
    const chance = seeded(8);
    const offs: number[] = [];
    for (const [hex, scatter] of PAINTS) {
      const pigment = paint(hex, scatter);
      const over = (dose: number, thickness: number, ground: number[]) =>
        seen(layerOver(mixed([{ pigment, dose }]), thickness, ground), 'air');
      // The maker thins until the card shows through.
      const dose = [40, 20, 10, 5, 2.5, 1.2].find((parts) => {
        const [overWhite, overBlack] = [
          xyzOf(over(parts, 1, GROUNDS.white))[1],
          xyzOf(over(parts, 1, GROUNDS.black))[1],
        ];
        return overBlack / overWhite < 0.7;
      })!;
      for (let round = 0; round < 6; round++) {
        const noisy = (reflectance: number[]): Colour =>
          labOf(
            xyzOf(reflectance).map((value) => value * (1 + normal(chance, 0, 0.01))) as [
              number,
              number,
              number,
            ],
          );
        const found = characterise({
          white: noisy(over(dose, 1, GROUNDS.white)),
          black: noisy(over(dose, 1, GROUNDS.black)),
          dose,
          thickness: 1,
        });
        assert.ok(found.ok, `${hex} ${found.ok ? '' : found.message}`);
        for (const [parts, value] of [
          [dose * 2, 2],
          [dose / 2, 5],
          [dose, 4],
        ] as const)
          offs.push(
            deltaE(
              colourWith([{ pigment: found.pigment, dose: parts }], 100, {
                thickness: value,
                backing: 0.86,
                base: CLEAR_BASE,
              }),
              colourWith([{ pigment, dose: parts }], 100, {
                thickness: value,
                backing: 0.86,
                base: CLEAR_BASE,
              }),
            ),
          );
      }
    }
    const mean = offs.reduce((one, other) => one + other, 0) / offs.length;
    assert.ok(mean < 3, `ΔE ${mean} in the mean`);
    const grey = { l: 60, a: 0, b: 0 };
    assert.equal(
      (
        characterise({ white: grey, black: { ...grey, l: 59.5 }, dose: 5, thickness: 1 }) as {
          code: string;
        }
      ).code,
      'opaque',
    );
    assert.equal(
      (
        characterise({ white: grey, black: { ...grey, l: 5 }, dose: 5, thickness: 1 }) as {
          code: string;
        }
      ).code,
      'clear',
    );
    assert.equal(
      (characterise({ white: grey, black: grey, dose: 0, thickness: 1 }) as { code: string }).code,
      'dose',
    );
  },
);

test(
  'flake by hand: a quarter teaspoon of 1 mm hexagons is some eleven thousand; ' +
    'Poisson’s range holds in simulation; what is wider than a section stays out',
  () => {
    near(thousandths(40), 1.016, 1e-12);
    // 0.866 mm² × 0.05 mm × 1.38 g/cm³.
    near(flakeMass('hexagon', 1), 0.8660254 * 0.05 * 1.38e-3, 1e-9);
    near(flakesIn('hexagon', 1, 1.2323), 11_340, 20);
    near(flakesIn('hexagon', 1, 1.2323) / 240, 47, 1);
    const bait = [
      { volume: 5, across: 8 },
      { volume: 1, across: 2 },
      { volume: 0.5, across: 0.8 },
    ];
    const one = flakeInBait({ shape: 'hexagon', size: 1, perMl: 10, sections: bait });
    near(one.mean, 60, 1e-9);
    near(one.kept_out, 0.5 / 6.5, 1e-12);
    const chance = seeded(5);
    const inside =
      Array.from({ length: 4000 }, () => {
        let count = 0;
        for (let time = -Math.log(1 - chance()); time < one.mean; time -= Math.log(1 - chance()))
          count += 1;
        return count;
      }).filter((count) => count >= one.low && count <= one.high).length / 4000;
    near(inside, one.held, 0.025, 'share held');
    assert.ok(
      one.cover > 0 &&
        flakeInBait({ shape: 'hexagon', size: 1, perMl: 1000, sections: bait }).cover > one.cover &&
        flakeInBait({ shape: 'hexagon', size: 1, perMl: 1e9, sections: bait }).cover <= 1,
    );
  },
);

test(
  'E22 ranges of flake: the share said is the share held, for few flakes and many; the ' +
    'narrowest of those that hold eight in ten',
  () => {
    // P(0) = 1/e, P(1) = 1/e, P(2) = 1/2e of a mean of one: two counts are too few, three hold 92 %.
    assert.deepEqual({ ...countsHolding(1), held: 0 }, { low: 0, high: 2, held: 0 });
    near(countsHolding(1).held, 2.5 / Math.E, 1e-12);
    assert.deepEqual(countsHolding(0), { low: 0, high: 0, held: 1 });
    const chance = (mean: number, from: number, to: number): number => {
      let [term, sum] = [Math.exp(-mean), 0];
      for (let count = 0; count <= to; term *= mean / ++count) if (count >= from) sum += term;
      return sum;
    };
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 300, noNaN: true }), (mean) => {
        const { low, high, held } = countsHolding(mean);
        near(held, chance(mean, low, high), 1e-9);
        assert.ok(held >= 0.8);
        // No run of one count fewer holds as much.
        for (let from = Math.max(0, low - 3); from <= low + 3; from++)
          assert.ok(chance(mean, from, from + high - low - 1) < 0.8);
      }),
    );
  },
);

test(
  'E22 whatever two swatches are taken, reckoned back they are themselves; what no one ' +
    'layer looks like is sent back',
  () => {
    const chance = seeded(22);
    let taken = 0;
    const codes = new Map<string, number>();
    for (let i = 0; i < 1500; i++) {
      const white = { l: 20 + 78 * chance(), a: 120 * chance() - 60, b: 120 * chance() - 60 };
      // Over black darker, of the same hue or near it, as a maker’s photograph might have it.
      const by = 0.3 + 0.6 * chance();
      const black = {
        l: white.l * by,
        a: white.a * (by + 0.4 * chance() - 0.2),
        b: white.b * (by + 0.4 * chance() - 0.2),
      };
      const [dose, thickness] = [1 + 20 * chance(), 0.5 + 2 * chance()];
      const found = characterise({ white, black, dose, thickness });
      if (!found.ok) {
        codes.set(found.code, (codes.get(found.code) ?? 0) + 1);
        continue;
      }
      taken += 1;
      for (const [ground, swatch] of [
        [GROUNDS.white, white],
        [GROUNDS.black, black],
      ] as const) {
        const again = colourOf(
          seen(layerOver(mixed([{ pigment: found.pigment, dose }]), thickness, ground), 'air'),
        );
        assert.ok(
          deltaE(again, swatch) <= 3,
          `${JSON.stringify({ white, black, dose, thickness })}`,
        );
      }
    }
    assert.ok(
      taken > 150 && (codes.get('unlike') ?? 0) > 0,
      `${taken} taken; ${JSON.stringify([...codes])}`,
    );
  },
);
