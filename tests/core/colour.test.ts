import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Colour, Pixel } from '@/core/colour/index.ts';
import {
  balanced,
  bulkOf,
  characterise,
  choices,
  CLEAR_BASE,
  colourOf,
  colourOfHex,
  colourWith,
  countsHolding,
  deltaE,
  dragFrom,
  even,
  flakeInBait,
  flakeMass,
  flakesIn,
  GROUNDS,
  hexOf,
  labOf,
  layerOver,
  lightOf,
  mixed,
  opacity,
  readColour,
  recipesFor,
  reflectanceOf,
  refusal,
  salted,
  saltFor,
  seen,
  shelved,
  sinking,
  spreadOf,
  STEEL,
  thick,
  thousandths,
  through,
  throughTo,
  unseen,
  WATERS,
  WEIGHTS,
  WHITE,
  xyzOf,
  xyzOfLab,
} from '@/core/colour/index.ts';
import { recipeOf, scaleMix } from '@/core/material/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { normal, seeded } from '../../src/core/chance.ts';

const near = (a: number, b: number, by: number, what = '') =>
  assert.ok(Math.abs(a - b) <= by, `${what} ${a} is not ${b} ± ${by}`);
const share = () => fc.double({ min: 0.001, max: 0.999, noNaN: true });
const per = (index: number, seconds: number) => ({ k: even(index), s: even(seconds) });

// G. Sharma, W. Wu, E. N. Dalal 2005, The CIEDE2000 color-difference formula, Color Research &
// Application 30, 21–30, table 1.
const PAIRS: [number, number, number, number, number, number, number][] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1],
  [50, 2.5, 0, 50, 3.2972, 0, 1],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];
test('colour difference: the published pairs, to their fourth place', () => {
  for (const [l1, a1, b1, l2, a2, b2, e] of PAIRS)
    near(deltaE({ l: l1, a: a1, b: b1 }, { l: l2, a: a2, b: b2 }), e, 5e-5);
});

test('the light and the eye: D65 is white where it should be; what goes to Lab comes back', () => {
  // CIE 15: x 0.3127, y 0.3290; the bands end at 730 nm, which leaves out the last of the red.
  const sum = WHITE[0] + WHITE[1] + WHITE[2];
  near(WHITE[0] / sum, 0.3127, 2e-4);
  near(WHITE[1] / sum, 0.329, 2e-4);
  near(
    WEIGHTS.reduce((sum, weight) => sum + weight[1], 0),
    1,
    1e-12,
  );
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 99, noNaN: true }),
      fc.double({ min: -80, max: 80, noNaN: true }),
      fc.double({ min: -80, max: 80, noNaN: true }),
      (l, a, b) => {
        const colour = labOf(xyzOfLab({ l, a, b }));
        near(colour.l, l, 1e-9);
        near(colour.a, a, 1e-9);
        near(colour.b, b, 1e-9);
      },
    ),
  );
  // sRGB's primaries in Lab, D65 (IEC 61966-2-1).
  const red = colourOfHex('#ff0000')!;
  near(red.l, 53.24, 0.05);
  near(red.a, 80.09, 0.1);
  near(red.b, 67.2, 0.1);
  assert.equal(hexOf(colourOfHex('#6b7f2a')!), '#6b7f2a');
  assert.equal(colourOfHex('moss'), null);
});

test(
  'Kubelka and Munk: no thickness, great thickness, no scatter, no absorption, and the ' +
    'hyperbolic solution',
  () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 5, noNaN: true }),
        fc.double({ min: 0.001, max: 5, noNaN: true }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        share(),
        (index, seconds, x, g) => {
          const other = per(index, seconds);
          near(layerOver(other, 0, even(g))[0]!, g, 0);
          // R∞ = 1 + K/S − √((K/S)² + 2K/S).
          const inf =
            1 + index / seconds - Math.sqrt((index / seconds) ** 2 + (2 * index) / seconds);
          near(thick(other)[0]!, inf, 1e-9);
          near(layerOver(other, 5000, even(g))[0]!, inf, 1e-6);
          near(layerOver(per(index, 0), x, even(g))[0]!, g * Math.exp(-2 * index * x), 1e-12);
          near(through(per(index, 0), x)[0]!, Math.exp(-index * x), 1e-12);
          near(layerOver(per(0, seconds), x, even(0))[0]!, (seconds * x) / (1 + seconds * x), 1e-6);
          // Kubelka 1948: over any ground R = R0 + T² g/(1 − R0 g).
          const [r0, time, r] = [
            layerOver(other, x, even(0))[0]!,
            through(other, x)[0]!,
            layerOver(other, x, even(g))[0]!,
          ];
          near(r, r0 + (time * time * g) / (1 - r0 * g), 1e-9);
          // No light is made.
          assert.ok(r0 + time <= 1 + 1e-12 && r >= 0 && r <= 1);
          // Two layers of one thing are one layer of both.
          near(layerOver(other, x / 2, layerOver(other, x / 2, even(g)))[0]!, r, 1e-9);
        },
      ),
      { numRuns: 300 },
    );
  },
);

test('surface: turned round it gives back what was within; wet looks darker than dry', () => {
  fc.assert(
    fc.property(share(), fc.constantFrom('air' as const, 'water' as const), (r, surface) =>
      near(unseen(seen(even(r), surface), surface)[0]!, r, 1e-12),
    ),
  );
  assert.ok(
    xyzOf(seen(even(0.3), 'water'))[1] > xyzOf(seen(even(0.3), 'air'))[1],
    'under water less is thrown back inside',
  );
});

test('mixing commutes, adds up, and of nothing is the base', () => {
  const pigment = fc.record({
    k: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 36, maxLength: 36 }),
    s: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 36, maxLength: 36 }),
  });
  fc.assert(
    fc.property(
      pigment,
      pigment,
      fc.double({ min: 0, max: 50, noNaN: true }),
      (other, each, dose) => {
        const [one, two] = [
          mixed([
            { pigment: other, dose },
            { pigment: each, dose: 3 },
          ]),
          mixed([
            { pigment: each, dose: 3 },
            { pigment: other, dose },
          ]),
        ];
        one.k.forEach((index, i) => {
          near(index, two.k[i]!, 1e-9);
          near(one.s[i]!, two.s[i]!, 1e-9);
        });
        const half = mixed([
          { pigment: other, dose: dose / 2 },
          { pigment: other, dose: dose / 2 },
        ]);
        mixed([{ pigment: other, dose }]).k.forEach((index, i) => near(index, half.k[i]!, 1e-9));
      },
    ),
    { numRuns: 30 },
  );
  assert.deepEqual(mixed([]), { k: [...CLEAR_BASE.k], s: [...CLEAR_BASE.s] });
});

test(
  'a smooth reflectance gives back the colour it was made of, of a thousand screen ' +
    'colours; black and white too',
  () => {
    const chance = seeded(3);
    let worst = 0;
    for (let i = 0; i < 1000; i++) {
      const hex = `#${Math.floor(chance() * 0x1000000)
        .toString(16)
        .padStart(6, '0')}`;
      const colour = colourOfHex(hex)!;
      const reflectance = reflectanceOf(xyzOfLab(colour));
      assert.ok(reflectance, hex);
      assert.ok(reflectance.every((x) => x >= 0 && x <= 1));
      worst = Math.max(worst, deltaE(colourOf(reflectance), colour));
    }
    assert.ok(worst < 0.5, `${worst}`);
    for (const hex of ['#000000', '#ffffff', '#010101', '#808080'])
      assert.ok(
        deltaE(colourOf(reflectanceOf(xyzOfLab(colourOfHex(hex)!))!), colourOfHex(hex)!) < 0.5,
        hex,
      );
    assert.equal(reflectanceOf([0.1, 0.9, 0.1]), null, 'no paint is that green');
  },
);

/** A pigment as a paint box has it: so strong, of that colour when it hides. */
const paint = (hex: string, scatter: number) => {
  const reflectance = reflectanceOf(xyzOfLab(colourOfHex(hex)!))!;
  return {
    k: reflectance.map(
      (x) =>
        (scatter * (1 - Math.min(0.97, Math.max(0.02, x))) ** 2) /
        (2 * Math.min(0.97, Math.max(0.02, x))),
    ),
    s: even(scatter),
  };
};
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
      const dose = [40, 20, 10, 5, 2.5, 1.2].find((d) => {
        const [overWhite, overBlack] = [
          xyzOf(over(d, 1, GROUNDS.white))[1],
          xyzOf(over(d, 1, GROUNDS.black))[1],
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
        for (const [d, value] of [
          [dose * 2, 2],
          [dose / 2, 5],
          [dose, 4],
        ] as const)
          offs.push(
            deltaE(
              colourWith([{ pigment: found.pigment, dose: d }], 100, {
                thickness: value,
                backing: 0.86,
                base: CLEAR_BASE,
              }),
              colourWith([{ pigment, dose: d }], 100, {
                thickness: value,
                backing: 0.86,
                base: CLEAR_BASE,
              }),
            ),
          );
      }
    }
    const mean = offs.reduce((a, b) => a + b, 0) / offs.length;
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
    const one = flakeInBait('hexagon', 1, 10, bait);
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
        flakeInBait('hexagon', 1, 1000, bait).cover > one.cover &&
        flakeInBait('hexagon', 1, 1e9, bait).cover <= 1,
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
      const answer = saltFor(speed, layers, 1, 'sea', 120, rig);
      if (speed < 0 && !answer.ok) continue;
      assert.ok(answer.ok);
      const bulk = bulkOf([layers[0]!, { ...layers[1]!, salt: answer.perMl }], rig);
      near(sinking(bulk, 'sea', 120, 1.1), speed, 1e-6);
    }
    // Hanging in fresh water: mass = 8 mL × 0.998; the salted layer must be 1.036.
    const hang = saltFor(0, layers, 1, 'fresh', 120, rig);
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
      (saltFor(0, layers, 1, 'sea', 120, { ...rig, hook: 3 }) as { code?: string }).code,
      'light',
      `${STEEL} g/mL of steel is enough`,
    );
    assert.equal((saltFor(900, layers, 1, 'sea', 120, rig) as { code?: string }).code, 'thick');
  },
);

test(
  'a mix as light goes through it: named by its materials, what cannot be reckoned is ' +
    'said; thicker hides more, dark water darkens',
  () => {
    const mix = {
      ladder: [
        {
          what: 'White, thick',
          kind: 'pigment' as const,
          amount: 12,
          dimension: 'drops' as const,
          when: 'clear' as const,
        },
        {
          what: 'amber',
          kind: 'pigment' as const,
          amount: 6,
          dimension: 'drops' as const,
          when: 'clear' as const,
        },
        {
          what: 'Moonlight',
          kind: 'pigment' as const,
          amount: 3,
          dimension: 'drops' as const,
          when: 'clear' as const,
        },
      ],
    };
    const { medium, left } = lightOf(mix, MATERIALS);
    assert.deepEqual(
      left.map((other) => other.what),
      ['Moonlight'],
    );
    // 12 drops of the thick white are 12 doses in a US cup of 236.6 mL.
    const white = shelved(
      '',
      MATERIALS.find((material) => material.name === 'White, thick')!,
      100,
    );
    const amber = shelved(
      '',
      MATERIALS.find((material) => material.name === 'Amber')!,
      100,
    );
    assert.ok(white.ok && amber.ok);
    medium.s.forEach((seconds, i) =>
      near(
        seconds,
        CLEAR_BASE.s[i]! +
          (1200 * white.one.pigment.s[i]! + 600 * amber.one.pigment.s[i]!) / 236.5882365,
        1e-9,
      ),
    );
    for (const [thin, fat] of [
      [1, 2],
      [2, 5],
      [5, 15],
    ] as const)
      assert.ok(opacity(medium, thin) < opacity(medium, fat));
    assert.ok(throughTo(medium, 2, 'dark').l < throughTo(medium, 2, 'light').l);
    assert.ok(
      opacity(lightOf({ ladder: [] }, MATERIALS).medium, 10) < 0.2,
      'clear plastic hides little',
    );
  },
);

test(
  'recipes: a colour made of whole doses is found again; fewer and cheaper ways are no ' +
    'worse in what they are for',
  () => {
    const shelf = MATERIALS.flatMap((material, i) => {
      const as = shelved(String(i), material, 237);
      return as.ok ? [as.one] : [];
    });
    assert.equal(shelf.length, 15, 'thirteen paints and two pucks');
    for (const doses of [
      [12, 0],
      [3, 20],
      [40, 7],
    ] as const) {
      const target = colourWith(
        [
          { pigment: shelf[2]!.pigment, dose: doses[0] },
          { pigment: shelf[4]!.pigment, dose: doses[1] },
        ],
        237,
      );
      const found = recipesFor(shelf, { target, ml: 237 });
      assert.ok(found[0]!.off < 1, `${found[0]!.off}`);
      for (const recipe of found)
        for (const dose of recipe.doses) assert.ok(Number.isInteger(dose.dose) && dose.dose >= 1);
      near(
        found[0]!.off,
        deltaE(
          colourWith(
            found[0]!.doses.map((dose) => ({
              pigment: shelf.find((onShelf) => onShelf.key === dose.key)!.pigment,
              dose: dose.dose,
            })),
            237,
          ),
          target,
        ),
        1e-12,
      );
      const picked = choices(found);
      const fewer = picked.find((choice) => choice.why === 'fewer');
      const cheaper = picked.find((choice) => choice.why === 'cheaper');
      assert.ok(!fewer || fewer.recipe.doses.length < found[0]!.doses.length);
      assert.ok(!cheaper || cheaper.recipe.cost < found[0]!.cost);
      assert.ok(
        picked.length <= 4 && new Set(picked.map((choice) => choice.recipe)).size === picked.length,
      );
    }
    // Stopped at once it still gives what it has: nothing.
    assert.deepEqual(
      recipesFor(shelf, { target: { l: 50, a: 0, b: 0 }, ml: 237, stop: () => true }),
      [],
    );
  },
);

test('scaling a mix there and back is within half a drop, and nothing becomes nothing', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 80 }),
      fc.double({ min: 5, max: 4000, noNaN: true }),
      (drops, ml) => {
        const [one] = scaleMix(
          {
            ladder: [
              { what: 'x', kind: 'pigment', amount: drops, dimension: 'drops', when: 'clear' },
            ],
          },
          ml,
        );
        assert.ok(one!.amount >= 1 && Number.isInteger(one!.amount));
        near(one!.off, one!.amount / one!.exact - 1, 1e-12);
        // Half a drop of the charge, or what the one drop that stays is over.
        const halfADrop = (Math.max(0.5, 1 - one!.exact) * 236.5882365) / ml;
        near(recipeOf([one!], ml)[0]!, drops, halfADrop + 1e-9);
      },
    ),
  );
});

test(
  'a photograph is evened by its white; a blown or dark patch, a file that is no ' +
    'picture or too large are refused in words',
  () => {
    const warm = (pixel: Pixel): Pixel => [pixel[0], pixel[1] * 0.9, pixel[2] * 0.7];
    const lin = (value: number) =>
      255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055);
    // Paper of 0.86 and a spot, lit by a light that has lost a fifth of its green and half its blue.
    const lit = (r: number, g: number, b: number): Pixel => [lin(r), lin(g * 0.8), lin(b * 0.5)];
    const got = balanced(lit(0.3, 0.2, 0.05), lit(0.86, 0.86, 0.86));
    const want = balanced([lin(0.3), lin(0.2), lin(0.05)], null);
    assert.ok(got.ok && want.ok && deltaE(got.colour, want.colour) < 0.01);
    assert.equal(balanced([100, 100, 100], [20, 20, 20]).ok, false);
    assert.equal(balanced([100, 100, 100], warm([255, 250, 240])).ok, false);
    assert.match(refusal({ size: 40 * 1024 * 1024, type: 'image/jpeg' })!, /40 MB.*kept/);
    assert.match(refusal({ size: 10, type: 'text/plain' })!, /no picture/);
    assert.equal(refusal({ size: 10, type: 'image/png' }), null);
    assert.deepEqual(readColour('62 -14 33'), { l: 62, a: -14, b: 33 });
    assert.ok(readColour('#6b7f2a') && readColour('6B7F2A'));
    for (const wrong of ['', 'moss', '#12', '120 0 0', '50 0', '50 0 x'])
      assert.equal(readColour(wrong), null, wrong);
  },
);

test(
  'a material says how surely its colour is known: thin swatches less surely than good ' +
    'ones, none where they do not tell',
  () => {
    for (const material of MATERIALS.filter((material) => material.white)) {
      const spread = spreadOf(material)!;
      assert.ok(spread > 0 && spread < 3, `${material.name} ${spread}`);
    }
    assert.equal(spreadOf(MATERIALS.find((material) => material.kind === 'salt')!), null);
    const paint = MATERIALS.find((material) => material.name === 'Green no. 2')!;
    assert.equal(
      spreadOf({ ...paint, black: paint.white }),
      null,
      'a swatch that hides the card is no swatch',
    );
  },
);
