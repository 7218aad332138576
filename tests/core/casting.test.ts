import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  CASTINGS,
  CastingSchema,
  CHECKS,
  masterOf,
  mixDensity,
  PARTS,
  toMix,
} from '@/core/casting/index.ts';
import type { CastingKind } from '@/core/casting/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';
import { CASTINGS as DEMO } from '../../scripts/demo/bench.ts';
import { near } from '../near.ts';

const box = { length: 150, width: 80, height: 45 }; // 540 mL

test('by hand: silicone fills the box round its masters, split by its ratio', () => {
  const [mixed] = toMix('silicone', {
    box,
    masters: [{ volume: 40, skin: 0, shadow: 0 }],
    margin: 0.1,
    face: 1.5,
  })!;
  near(mixed!.volume, 500, 1e-9);
  near(mixed!.mass, 500 * 1.15 * 1.1, 1e-9);
  near(mixed!.a, 316.25, 1e-9);
  const [ten] = toMix('silicone', {
    box,
    masters: [{ volume: 40, skin: 0, shadow: 0 }],
    margin: 0,
    face: 1.5,
    parts: {
      ...PARTS,
      silicone: { ...PARTS.silicone, ratio: { a: 10, b: 1 } },
    },
  })!;
  near(ten!.a / ten!.b, 10, 1e-9);
});

test('by hand: a hard mould’s face over both parting planes and the master’s skin, its back the rest', () => {
  // plane 150 × 80 less a shadow of 2,000 is 10,000, twice, and a skin of 6,000: 26,000 mm² at 1.5
  // mm = 39 mL.
  const [face, back] = toMix('plaster', {
    box,
    masters: [{ volume: 20, skin: 6000, shadow: 2000 }],
    margin: 0,
    face: 1.5,
  })!;
  near(face!.volume, 39, 1e-9);
  near(face!.a, (39 * 1.1 * 2) / 3, 1e-9);
  near(back!.volume, 540 - 20 - 39, 1e-9);
  // two parts of powder at 2.75 and one of water: 3 / (2/2.75 + 1) = 1.736842 g/mL.
  near(mixDensity(PARTS.plaster), 1.7368421, 1e-6);
  near(back!.mass, 481 * 1.7368421, 1e-3);
});

test('a master that does not fit its box, with its faces, is said', () => {
  assert.equal(
    toMix('silicone', {
      box: { length: 10, width: 10, height: 10 },
      masters: [{ volume: 2, skin: 0, shadow: 0 }],
      margin: 0,
      face: 1,
    }),
    null,
  );
  assert.equal(
    toMix('gypsum', {
      box,
      masters: [{ volume: 20, skin: 6000, shadow: 2000 }],
      margin: 0,
      face: 30,
    }),
    null,
  );
});

test(
  'property: volumes add up to the box less its masters, masses split by the ratio, and ' +
    'a margin only adds',
  () => {
    const sizes = fc.record({
      l: fc.integer({ min: 60, max: 400 }),
      w: fc.integer({ min: 40, max: 200 }),
      h: fc.integer({ min: 20, max: 120 }),
      n: fc.integer({ min: 1, max: 3 }),
      margin: fc.double({ min: 0, max: 1, noNaN: true }),
      kind: fc.constantFrom<CastingKind>('silicone', 'plaster', 'gypsum'),
    });
    fc.assert(
      fc.property(sizes, ({ l, w: width, h: height, n: count, margin, kind }) => {
        const masters = Array.from({ length: count }, () =>
          masterOf(OUTLINES.sprat, Math.min(l, width) * 0.5, null),
        );
        const mix = toMix(kind, { box: { length: l, width, height }, masters, margin, face: 1 });
        if (!mix) return;
        near(
          mix.reduce((sum, mixed) => sum + mixed.volume, 0),
          (l * width * height) / 1000 - masters.reduce((sum, master) => sum + master.volume, 0),
          1e-6,
        );
        for (const mixed of mix) {
          near(mixed.a + mixed.b, mixed.mass, 1e-6);
          assert.ok(mixed.mass >= mixed.volume * mixDensity(PARTS[mixed.part]) - 1e-9);
        }
        assert.deepEqual(
          mix.map((mixed) => mixed.part),
          [...CASTINGS[kind].parts],
        );
      }),
    );
  },
);

test('skin, shadow and volume of a round master against the sphere’s own', () => {
  const stations = Array.from({ length: 201 }, (_, i): [number, number, number] => {
    const seconds = i / 200;
    const result = Math.sqrt(Math.max(0, 0.25 - (seconds - 0.5) ** 2));
    return [seconds, result, result];
  });
  const master = masterOf({ stations, round: 1 }, 100, null);
  near(master.volume, ((4 / 3) * Math.PI * 50 ** 3) / 1000, 1.5);
  near(master.shadow, Math.PI * 50 ** 2, 30);
  near(master.skin, 4 * Math.PI * 50 ** 2, 0.02 * 4 * Math.PI * 50 ** 2);
  assert.equal(masterOf({ stations, round: 1 }, 100, 12).volume, 12);
});

test('the demo’s castings obey the schema, and every kind has its list to see to', () => {
  for (const other of DEMO) CastingSchema.parse(other);
  for (const kind of Object.keys(CASTINGS) as CastingKind[])
    assert.ok(
      CHECKS[kind].length >= 5 &&
        new Set(CHECKS[kind].map((check) => check.key)).size === CHECKS[kind].length,
    );
});
