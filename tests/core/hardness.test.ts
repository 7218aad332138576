import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  colourOf,
  colourOfHex,
  deltaE,
  even,
  hexOf,
  layerOver,
  lookOf,
  seen,
} from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { FIRM, hardness, softenerFor } from '@/core/material/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { near } from '../near.ts';

test(
  'hardness: the grade’s own with nothing in it, less with softener, and softener ' +
    'wanted for a hardness gives it',
  () => {
    const mix = (drops: number): Pick<Mix, 'grade' | 'ladder'> => ({
      grade: 'hard',
      ladder: drops
        ? [{ what: 'Softener', kind: 'softener', amount: drops, dimension: 'drops', when: 'cold' }]
        : [],
    });
    assert.equal(hardness(mix(0)), FIRM.hard);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 600 }), (count) =>
        assert.ok(hardness(mix(count)) < hardness(mix(count - 1))),
      ),
    );
    const ml = softenerFor(mix(40), 45);
    near(
      hardness({
        grade: 'hard',
        ladder: [
          { what: 'Softener', kind: 'softener', amount: ml, dimension: 'volume', when: 'cold' },
        ],
      }),
      45,
      1e-9,
    );
    assert.equal(softenerFor(mix(0), 80), 0);
  },
);

test('a puck is a material: neat it looks as its own swatch, half of it half as strong', () => {
  const puck: Material = MATERIALS.find((material) => material.name === 'Moss puck')!;
  const of = (ml: number) =>
    lookOf(
      {
        ladder: [
          { what: puck.name, kind: 'remelt', amount: ml, dimension: 'volume', when: 'cold' },
        ],
      },
      MATERIALS,
    );
  const neat = of(236.5882365).medium;
  const swatch = colourOf(seen(layerOver(neat, puck.thickness, even(0.86)), 'air'));
  assert.ok(deltaE(swatch, colourOfHex(puck.white!)!) < 1.5, `${hexOf(swatch)} ${puck.white}`);
  const [none, half] = [of(0.0001), of(118.29411825)];
  half.medium.k.forEach((share, i) => near(share, (neat.k[i]! + none.medium.k[i]!) / 2, 1e-6));
  near(half.flakes[0]!.perMl, puck.carries / 2, 1e-9);
});
