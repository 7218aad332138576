import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Pixel } from '@/core/colour/index.ts';
import {
  balanced,
  choices,
  CLEAR_BASE,
  colourWith,
  deltaE,
  lightOf,
  opacity,
  readColour,
  recipesFor,
  shelved,
  spreadOf,
  throughTo,
} from '@/core/colour/index.ts';
import { recipeOf, scaleMix } from '@/core/material/index.ts';
import { refusal } from '@/core/pictureFile.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { near } from '../near.ts';

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
    const lit = (red: number, green: number, blue: number): Pixel => [
      lin(red),
      lin(green * 0.8),
      lin(blue * 0.5),
    ];
    const got = balanced(lit(0.3, 0.2, 0.05), lit(0.86, 0.86, 0.86));
    const want = balanced([lin(0.3), lin(0.2), lin(0.05)], null);
    assert.ok(got.ok && want.ok && deltaE(got.colour, want.colour) < 0.01);
    assert.equal(balanced([100, 100, 100], [20, 20, 20]).ok, false);
    assert.equal(balanced([100, 100, 100], warm([255, 250, 240])).ok, false);
    assert.match(
      refusal({ size: 40 * 1024 * 1024, type: 'image/jpeg' })!,
      /40 MB.*nothing was changed/,
    );
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
