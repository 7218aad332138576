import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  CLEAR_BASE,
  colourOf,
  colourOfHex,
  deltaE,
  even,
  hexOf,
  labOf,
  layerOver,
  mixed,
  reflectanceOf,
  seen,
  thick,
  through,
  unseen,
  WEIGHTS,
  WHITE,
  xyzOf,
  xyzOfLab,
} from '@/core/colour/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { share } from './colourKit.ts';
import { near } from '../near.ts';

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
  for (const [l1, a1, b1, l2, a2, b2, apart] of PAIRS)
    near(deltaE({ l: l1, a: a1, b: b1 }, { l: l2, a: a2, b: b2 }), apart, 5e-5);
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
      (lightness, redness, yellowness) => {
        const colour = labOf(xyzOfLab({ l: lightness, a: redness, b: yellowness }));
        near(colour.l, lightness, 1e-9);
        near(colour.a, redness, 1e-9);
        near(colour.b, yellowness, 1e-9);
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
        (index, seconds, x, ground) => {
          const other = per(index, seconds);
          near(layerOver(other, 0, even(ground))[0]!, ground, 0);
          // R∞ = 1 + K/S − √((K/S)² + 2K/S).
          const inf =
            1 + index / seconds - Math.sqrt((index / seconds) ** 2 + (2 * index) / seconds);
          near(thick(other)[0]!, inf, 1e-9);
          near(layerOver(other, 5000, even(ground))[0]!, inf, 1e-6);
          near(
            layerOver(per(index, 0), x, even(ground))[0]!,
            ground * Math.exp(-2 * index * x),
            1e-12,
          );
          near(through(per(index, 0), x)[0]!, Math.exp(-index * x), 1e-12);
          near(layerOver(per(0, seconds), x, even(0))[0]!, (seconds * x) / (1 + seconds * x), 1e-6);
          // Kubelka 1948: over any ground R = R0 + T² g/(1 − R0 g).
          const [r0, time, reflected] = [
            layerOver(other, x, even(0))[0]!,
            through(other, x)[0]!,
            layerOver(other, x, even(ground))[0]!,
          ];
          near(reflected, r0 + (time * time * ground) / (1 - r0 * ground), 1e-9);
          // No light is made.
          assert.ok(r0 + time <= 1 + 1e-12 && reflected >= 0 && reflected <= 1);
          // Two layers of one thing are one layer of both.
          near(layerOver(other, x / 2, layerOver(other, x / 2, even(ground)))[0]!, reflected, 1e-9);
        },
      ),
      { numRuns: 300 },
    );
  },
);

test('surface: turned round it gives back what was within; wet looks darker than dry', () => {
  fc.assert(
    fc.property(share(), fc.constantFrom('air' as const, 'water' as const), (reflected, surface) =>
      near(unseen(seen(even(reflected), surface), surface)[0]!, reflected, 1e-12),
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
