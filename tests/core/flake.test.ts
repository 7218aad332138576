import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  colourOf,
  covering,
  even,
  flakeMedium,
  layerOver,
  lookOf,
  seen,
  through,
} from '@/core/colour/index.ts';
import { bodyOf, layersTold, strew } from '@/core/picture/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';
import { dual } from './pictureKit.ts';
import { near } from '../near.ts';

test(
  'flake in the light: what passes is the share its faces leave uncovered, and faces of ' +
    'the base’s colour change nothing',
  () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        fc.double({ min: 0.2, max: 30, noNaN: true }),
        (size, perMl, mm) => {
          const dark = flakeMedium({ shape: 'hexagon', size, perMl, tint: '#000000' });
          near(
            through(dark, mm)[10]!,
            1 - covering({ shape: 'hexagon', size, perMl, thick: mm }),
            0.02,
          );
          const white = flakeMedium({ shape: 'square', size, perMl, tint: '#ffffff' });
          assert.ok(
            white.k.every((k) => k < 1e-3 * Math.max(1, white.s[0]!)),
            'a white face keeps nothing',
          );
        },
      ),
    );
    const silver = ALL_MIXES.find((mix) => mix.name === 'Brackish clear')!;
    const look = lookOf(silver, MATERIALS);
    const [bare, flaked] = [look.medium, look.withFlake].map((medium) =>
      colourOf(seen(layerOver(medium, 10, even(0.04)), 'water')),
    );
    assert.ok(flaked!.l > bare!.l + 5, 'silver flake lightens clear plastic over dark water');
  },
);

test(
  'flakes are strewn as often as their dose gives, spread as Poisson, the same each ' +
    'time, and none where it is too thin',
  () => {
    const wanted = layersTold(dual)[0]!.flakes[0]!;
    const counts = Array.from(
      { length: 120 },
      (_, i) => strew({ ...dual, seed: i })[0]!.lying.length,
    );
    const mean = counts.reduce((one, other) => one + other, 0) / counts.length;
    const variance =
      counts.reduce((sum, count) => sum + (count - mean) ** 2, 0) / (counts.length - 1);
    near(mean, wanted.mean, 0.02 * wanted.mean, 'mean');
    near(variance / mean, 1, 0.4, 'variance over mean');
    near(
      counts.filter((count) => count >= wanted.low && count <= wanted.high).length / counts.length,
      0.8,
      0.1,
      'eight in ten',
    );
    assert.deepEqual(strew(dual), strew(dual));
    const big = {
      ...dual,
      layers: [
        {
          ...dual.layers[0]!,
          place: 'whole' as const,
          look: {
            ...dual.layers[0]!.look,
            flakes: [{ what: 'x', shape: 'hexagon' as const, size: 6, perMl: 40, tint: null }],
          },
        },
      ],
    };
    const body = bodyOf(big);
    const [{ lying }] = strew(big) as [ReturnType<typeof strew>[number]];
    assert.ok(lying.length > 20 && lying.every((lying) => 2 * body.wide(lying.s) >= 6));
  },
);
