import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  asMix,
  beside,
  believed,
  blackToEven,
  blended,
  chroma,
  CLEAR_BASE,
  colourOfHex,
  colourWith,
  deltaE,
  even,
  goes,
  hueTurn,
  mixed,
  NEAR,
  nextAddition,
  pairOf,
  pigmentThatHides,
  shellDose,
  softness,
  spentOf,
  thinning,
} from '@/core/colour/index.ts';
import type { Charge, Doses, OnShelf } from '@/core/colour/index.ts';
import { PINCH, RECIPE_CUP, scaleMix } from '@/core/material/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { near } from '../near.ts';

const on = (key: string, hex: string, scatter: number): OnShelf => ({
  key,
  pigment: pigmentThatHides(hex, scatter),
  step: 1,
  most: 120,
  price: 1,
});
const SHELF = [
  on('green', '#3f8a4a', 0.02),
  on('amber', '#eab33a', 0.012),
  on('black', '#1d1c1b', 0.02),
];
const ML = 237;
const colour = (doses: number[], ml = ML) =>
  colourWith(
    SHELF.map((onShelf, i) => ({ pigment: onShelf.pigment, dose: doses[i]! })),
    ml,
  );
const charge = (now: number[], wanted: number[]): Charge => ({
  shelf: SHELF,
  now: new Map(SHELF.map((onShelf, i) => [onShelf.key, now[i]!])),
  target: colour(wanted),
  ml: ML,
});

test(
  'the next go is half of what is wanting, whole drops, never past what is wanted; the ' +
    'goes come near and stop',
  () => {
    for (const wanted of [
      [12, 6, 2],
      [30, 0, 3],
      [4, 20, 0],
    ]) {
      const now = [0, 0, 0];
      let rounds = 0;
      for (; rounds < 10; rounds++) {
        const adding = nextAddition(charge(now, wanted));
        if (adding.add.length === 0) break;
        assert.ok(adding.after < adding.now);
        for (const { key, dose } of adding.add) {
          const left = adding.wanting.find((dose) => dose.key === key)!.dose;
          assert.ok(
            Number.isInteger(dose) && dose >= 1 && dose <= Math.max(1, left / 2 + 0.5),
            `${dose} of ${left}`,
          );
          now[SHELF.findIndex((onShelf) => onShelf.key === key)]! += dose;
        }
      }
      assert.ok(deltaE(colour(now), colour(wanted)) <= NEAR, `${now.join()} for ${wanted.join()}`);
      assert.ok(rounds < 10 && now.every((count, i) => count <= wanted[i]! + 1), now.join());
    }
    assert.deepEqual(nextAddition(charge([12, 6, 2], [12, 6, 2])).add, []);
  },
);

test('twice everything wants as much clear again: closed form; a colour that lacks only more wants none', () => {
  const thin = thinning(charge([4, 3, 0], [2, 1.5, 0]))!;
  near(thin.clear, ML, 15, 'mL');
  near(thin.charge, ML + thin.clear, 1e-9);
  assert.ok(thin.after < 0.5);
  assert.equal(thinning(charge([6, 3, 1], [12, 6, 2])), null);
  assert.equal(thinning(charge([0, 0, 0], [12, 6, 2])), null);
});

test('a swatch that is darker than counted says more is in: the believed doses move towards the truth', () => {
  const truth = [13.2, 6.1, 2.3];
  const found: Doses = believed(charge([12, 6, 2], [12, 6, 2]), colour(truth));
  const own = SHELF.map((onShelf) => found.get(onShelf.key)!);
  assert.ok(deltaE(colour(own), colour(truth)) < deltaE(colour([12, 6, 2]), colour(truth)));
  assert.ok(
    own.every((drops, i) => drops / [12, 6, 2][i]! < 1.4 && drops / [12, 6, 2][i]! > 0.7),
    own.join(),
  );
});

test('a recipe for any charge is a mix that gives that charge its doses again', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 60, max: 1000 }),
      (drops, spoons, ml) => {
        const [green, pearl] = ['Green no. 2', 'Pearl powder'].map((name) =>
          MATERIALS.find((material) => material.name === name)!,
        );
        const mix = asMix('x', 'soft', {
          doses: [
            { material: green!, dose: drops },
            { material: pearl!, dose: spoons },
          ],
          ml,
          materials: MATERIALS,
        });
        const back = scaleMix(mix, ml);
        assert.equal(back[0]!.amount, drops);
        near(back[1]!.amount, spoons * PINCH, 0.001 * Math.max(1, ml / RECIPE_CUP));
        assert.deepEqual(
          mix.ladder.map((ingredient) => ingredient.kind),
          ['pigment', 'powder'],
        );
      },
    ),
  );
});

test(
  'two together: alike they leave each other alone, a bright one dulls a dull one of ' +
    'its hue, and it is told of which',
  () => {
    const [dull, bright] = [
      { l: 55, a: 8, b: 4 },
      { l: 55, a: 60, b: 30 },
    ];
    assert.deepEqual(beside(dull, dull), dull);
    assert.ok(
      chroma(beside(dull, bright)) < chroma(dull) && chroma(beside(bright, dull)) > chroma(bright),
    );
    const pair = pairOf(dull, bright);
    assert.equal(pair.dulls, 'one');
    assert.equal(pairOf(bright, dull).dulls, 'other');
    assert.equal(pairOf(dull, dull).dulls, null);
    assert.ok(
      goes(dull, dull) < 0.01 && goes({ l: 30, a: -30, b: 20 }, { l: 85, a: 0, b: 5 }) > 0.7,
    );
    assert.equal(hueTurn({ l: 50, a: 0, b: 0 }, { l: 50, a: 0.5, b: 1 }), '');
    assert.equal(hueTurn({ l: 50, a: 10, b: 10 }, { l: 50, a: -10, b: 12 }), 'greener');
    const flake = (size: number) => ({
      sheen: 0,
      flakes: [{ what: 'x', shape: 'hexagon' as const, size, perMl: 10, tint: null }],
    });
    near(softness(flake(1), flake(0.4)).mm, 1, 1e-9);
    assert.deepEqual(softness({ sheen: 0, flakes: [] }, { sheen: 0, flakes: [] }), {
      mm: 0,
      why: [],
    });
  },
);

test(
  'remelts blend by their shares, heat by mass; nothing of it is clear, all of it ' +
    'itself; black evens what is uneven',
  () => {
    const puck = mixed([{ pigment: SHELF[0]!.pigment, dose: 12 }]);
    assert.deepEqual(blended([{ medium: puck, share: 0 }]).k, [...CLEAR_BASE.k]);
    blended([{ medium: puck, share: 1 }]).k.forEach((index, i) => near(index, puck.k[i]!, 1e-12));
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.5, noNaN: true }), (share) => {
        const two = blended([
          { medium: puck, share },
          { medium: puck, share },
        ]);
        blended([{ medium: puck, share: 2 * share }]).s.forEach((seconds, i) =>
          near(seconds, two.s[i]!, 1e-9),
        );
      }),
    );
    near(
      spentOf([
        { grams: 100, spent: 0.6 },
        { grams: 300, spent: 0.2 },
      ]),
      0.3,
      1e-12,
    );
    const black = SHELF[2]!.pigment;
    assert.equal(blackToEven({ k: [...CLEAR_BASE.k], s: [...CLEAR_BASE.s] }, 0.5, black), 0);
    assert.ok(blackToEven(mixed([{ pigment: SHELF[0]!.pigment, dose: 2 }]), 0.5, black)! >= 1);
  },
);

test('a shell’s dose keeps the core visible up to a bound; a milky shell’s is lower than a clear one’s', () => {
  const core = mixed([{ pigment: pigmentThatHides('#f27a2c', 0.06), dose: 20 }]);
  const shell = (scatter: number, dose: number) =>
    mixed([{ pigment: pigmentThatHides('#f4f3ee', scatter), dose }]);
  const thin = shellDose({ shell: shell(0.02, 1), core, front: 3, thick: 5 });
  const milky = shellDose({ shell: shell(0.02, 40), core, front: 3, thick: 5 });
  assert.ok(
    thin.most !== null && milky.most !== null && milky.most < thin.most,
    `${thin.most} ${milky.most}`,
  );
  assert.equal(thin.least, null);
  const two = shellDose(
    { shell: mixed([{ pigment: SHELF[0]!.pigment, dose: 4 }]), core, front: 3, thick: 5 },
    mixed([{ pigment: SHELF[1]!.pigment, dose: 4 }]),
  );
  assert.ok(two.least !== null && two.least < 1);
  assert.ok(colourOfHex('#f27a2c') && even(0).length === 36);
});
