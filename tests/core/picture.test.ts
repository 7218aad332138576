import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { builtIns, BUILDS } from '@/core/build/index.ts';
import { colourOf, colourOfHex, deltaE, even, hexOf, seen, stack } from '@/core/colour/index.ts';
import {
  bandsOf,
  bodyOf,
  coreTold,
  floatLayers,
  frontalOf,
  layersTold,
  lineTold,
  picture,
  piecesOf,
  sceneOf,
  slabsDown,
  VIEWS,
  volumeOf,
} from '@/core/picture/index.ts';
import type { View } from '@/core/picture/index.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';
import { look, eel, dual } from './pictureKit.ts';
import { near } from '../near.ts';

const plainMix = { name: 'Plain', colour: '#888888', grade: 'medium' as const, ladder: [] };
const cored = sceneOf(eel, BUILDS.core, (layer) =>
  look(layer.key === 'core' ? 'Net float' : 'Brackish clear'),
);

test(
  'layers of a pictured bait fill it: their pieces add up to its volume, halves are ' +
    'halves, a core is its channel',
  () => {
    near(volumeOf(dual), 7, 1e-9);
    const sum = (x: { volume: number }[]) => x.reduce((sum, next) => sum + next.volume, 0);
    const both = piecesOf(dual).map(sum);
    near(both[0]! + both[1]!, 7, 0.05);
    near(both[0]! / 7, 0.5, 0.03, 'the eel’s back and belly are nearly alike');
    // A channel of 0.42 of each half is 0.42² of the section, wherever it runs.
    const wholes = piecesOf(cored);
    const share = Math.floor(0.4 * wholes[0]!.length);
    near(
      wholes[1]![share]!.volume / (wholes[0]![share]!.volume + wholes[1]![share]!.volume),
      0.42 ** 2,
      0.02,
    );
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        (along, share) => {
          const body = bodyOf(cored);
          const z = share * body.wide(along);
          const down_ = slabsDown(cored, body, bandsOf(cored), { along, z }).reduce(
            (mm, slab) => mm + slab.thickness,
            0,
          );
          near(down_, (body.up(along) + body.down(along)) * Math.sqrt(1 - share ** 2), 1e-6);
        },
      ),
    );
  },
);

test(
  'every build is drawn from every side: finite, closed, the same twice, with its own ' +
    'colours in it; a mesh’s outline too',
  () => {
    for (const [index, build] of builtIns().entries()) {
      let at = 0;
      const scene = sceneOf(eel, build, () => look(ALL_MIXES[(index + at++) % 18]!.name), {
        seed: index,
      });
      for (const view of Object.keys(VIEWS) as View[]) {
        const svg = picture(scene, { view, over: 'light', cut: 0.4 });
        assert.doesNotMatch(svg, /NaN|Infinity|undefined/, `${build.key} ${view}`);
        assert.equal(svg, picture(scene, { view, over: 'light', cut: 0.4 }));
        assert.equal(svg.match(/<path/g)!.length, svg.match(/\/>/g)!.length);
      }
    }
    // Two millimetres of something clear over dark water are darker than a thick white: thin edges
    // look as thin as they are.
    const pale = picture(
      sceneOf(eel, BUILDS.single, () => look('Brackish clear')),
      { view: 'side', over: 'dark', cut: 0.4 },
    );
    const fills = [...pale.matchAll(/fill="(#[0-9a-f]{6})"\/>/g)].map(
      (found) => colourOfHex(found[1]!)!.l,
    );
    assert.ok(new Set(fills.map(Math.round)).size > 3, 'many depths, many tones');
    const meshed = sceneOf(
      {
        outline: 'eel',
        profile: [
          [0, 0, 0],
          [0.3, 0.1, 0.04],
          [0.7, 0.06, 0.08],
          [1, 0.02, 0.02],
        ],
        length: 60,
        volume: 4.2,
      },
      BUILDS.dual,
      () => look('Bilge moss'),
    );
    near(volumeOf(meshed), 4.2, 1e-9);
    assert.doesNotMatch(picture(meshed, { view: 'above', over: 'card', cut: 0.5 }), /NaN/);
  },
);

test(
  'from above a laminate is its back over its belly, to the millimetre; the line and ' +
    'the core are told as they lie',
  () => {
    const body = bodyOf(dual);
    const slabs = slabsDown(dual, body, bandsOf(dual), { along: 0.4, z: 0 });
    assert.equal(slabs.length, 2);
    near(slabs[0]!.thickness, body.up(0.4), 1e-9);
    near(slabs[1]!.thickness, body.down(0.4), 1e-9);
    const by = colourOf(
      seen(
        stack(
          [
            { medium: dual.layers[0]!.look.medium, thickness: body.up(0.4) },
            { medium: dual.layers[1]!.look.medium, thickness: body.down(0.4) },
          ],
          even(0.5),
        ),
        'water',
      ),
    );
    const svg = picture(
      {
        ...dual,
        layers: dual.layers.map((layer) => ({ ...layer, look: { ...layer.look, flakes: [] } })),
      },
      { view: 'above', over: 'light', cut: 0.4 },
    );
    assert.ok(
      [...svg.matchAll(/fill="(#[0-9a-f]{6})"/g)].some(
        (found) => deltaE(colourOfHex(found[1]!)!, by) < 1.5,
      ),
      hexOf(by),
    );
    const line = lineTold(dual)!;
    near(line.even, piecesOf(dual)[0]!.reduce((sum, piece) => sum + piece.volume, 0) / 7, 0.03);
    assert.ok(line.moved > line.even, 'the thinner colour below takes less of the thickness');
    const clear = coreTold(cored)!;
    assert.deepEqual(
      clear.through.map((told) => [told.shell, told.says]),
      [['Shell', 'well']],
    );
    assert.ok(clear.most! > 1);
    const black = coreTold(
      sceneOf(eel, BUILDS.core, (layer) =>
        look(layer.key === 'core' ? 'Net float' : 'Cellar black'),
      ),
    )!;
    assert.equal(black.through[0]!.says, 'not');
    const two = coreTold(
      sceneOf(eel, BUILDS.laminateCore, (layer) =>
        look({ back: 'Cellar black', belly: 'Brackish clear', core: 'Net float' }[layer.key]!),
      ),
    )!;
    assert.deepEqual(
      two.through.map((told) => told.says),
      ['not', 'well'],
      'each half of a shell by itself',
    );
    assert.ok(black.most === null || black.most < 0.5);
    assert.equal(coreTold(dual), null);
    // The frontal area is that of its widest ellipse; a fin is no thicker than at its root, and so is
    // not it.
    const area = (along: number) =>
      (Math.PI * body.wide(along) * (body.up(along) + body.down(along))) / 2;
    near(frontalOf(dual), area(0.34), 1.5);
    assert.ok(2 * body.wide(1) < 0.5 * 2 * body.wide(0.34) && body.up(1) > body.up(0.34));
    near(
      floatLayers(layersTold(dual), [plainMix, plainMix], []).reduce(
        (sum, floatLayer) => sum + floatLayer.volume,
        0,
      ),
      7,
      0.05,
    );
  },
);
