import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readDecimal } from '@/core/mesh/decimal.ts';
import { Cancelled, inMm, measureStl, meshRemarks } from '@/core/mesh/index.ts';
import type { Facets } from '../meshes.ts';
import { ascii, binary, sphere, tetrahedron, torus } from '../meshes.ts';

const measure = (bytes: Uint8Array) => {
  const measuredMesh = measureStl(bytes);
  assert.ok(measuredMesh.ok, measuredMesh.ok ? '' : measuredMesh.message);
  return measuredMesh.measured;
};
const within = (is: number, should: number, share: number) =>
  assert.ok(
    Math.abs(is - should) <= share * should,
    `${is} is not ${should} within ${share * 100} %`,
  );
const flipped = (facets: Facets): Facets =>
  facets.map((facet) => [...facet.slice(0, 3), ...facet.slice(6, 9), ...facet.slice(3, 6)]);

test('sphere, torus and tetrahedron against their exact volumes, watertight', () => {
  for (const [facets, exact, share] of [
    [sphere(10, 60), (4 / 3) * Math.PI * 1000, 0.005],
    [torus(20, 5, 90), 2 * Math.PI ** 2 * 20 * 25, 0.005],
    [tetrahedron(12), 288, 1e-6],
  ] as [Facets, number, number][]) {
    const measured = measure(binary(facets));
    within(measured.volume, exact, share);
    assert.ok(
      measured.watertight &&
        !measured.closed.mirrored &&
        measured.closed.repeated === 0 &&
        measured.closed.bodies === 1,
      JSON.stringify(measured.closed),
    );
    assert.deepEqual(meshRemarks({ ...measured, triangles: 100 }), []);
  }
});

test('binary and ASCII read alike, also a binary that begins with the word solid', () => {
  const ball = sphere(7, 20);
  const [measured, other, third] = [
    measure(binary(ball)),
    measure(ascii(ball)),
    measure(binary(ball, 'solid made elsewhere')),
  ];
  assert.equal(measured.volume, third.volume);
  within(other.volume, measured.volume, 1e-5);
  assert.deepEqual(other.closed, measured.closed);
});

test('mirrored, open, doubled and half-turned meshes are recognised, and the body’s own volume kept', () => {
  const ball = sphere(10, 30);
  const whole = measure(binary(ball)).volume;
  const mirrored = measure(binary(flipped(ball)));
  assert.ok(mirrored.closed.mirrored && mirrored.watertight);
  within(mirrored.volume, whole, 1e-9);
  const open = measure(binary(ball.slice(1)));
  assert.deepEqual([open.watertight, open.closed.open], [false, 3]);
  const twice = measure(binary([...ball, ...ball]));
  assert.equal(twice.closed.repeated, ball.length);
  within(twice.volume, whole, 1e-9);
  const turned = measure(binary([...flipped(ball.slice(0, 1)), ...ball.slice(1)]));
  assert.deepEqual([turned.watertight, turned.closed.turned], [false, 3]);
  for (const [measured, word] of [
    [mirrored, /inside out/],
    [open, /not watertight: 3/],
    [twice, /stands there twice/],
    [turned, /wrong way/],
  ] as const)
    assert.ok(meshRemarks(measured).some((meshRemark) => word.test(meshRemark.sentence)));
});

test('E25 a body with its own copy turned inside out is the body, however the two are mixed', () => {
  const ball = sphere(10, 30);
  const whole = measure(binary(ball)).volume;
  for (const both of [
    [...ball, ...flipped(ball)],
    ball.flatMap((found) => [found, flipped([found])[0]!]),
  ]) {
    const measured = measure(binary(both));
    within(measured.volume, whole, 1e-9);
    assert.ok(measured.watertight && measured.closed.repeated === ball.length);
  }
});

test('E25 bodies that lie in each other count once, a hollow is taken out, bodies apart add up', () => {
  const moved = (facets: Facets, x: number): Facets =>
    facets.map((facet) => facet.map((value, i) => (i % 3 === 0 ? value + x : value)));
  const ball = sphere(10, 60);
  const one = (4 / 3) * Math.PI * 1000;
  // Two balls of radius r, d apart, share the lens π (2r − d)² (d² + 4dr) / 12d.
  const lens = (apart: number): number =>
    (Math.PI * (20 - apart) ** 2 * (apart * apart + 40 * apart)) / (12 * apart);
  for (const [key, volume] of [
    [8, 2 * one - lens(8)],
    [15, 2 * one - lens(15)],
    [30, 2 * one],
  ] as const) {
    const measured = measure(binary([...ball, ...moved(ball, key)]));
    within(measured.volume, volume, 0.01);
    assert.equal(measured.closed.overlap > 0, key < 20);
    assert.equal(measured.closed.bodies, 2);
    within(measure(binary([...ball, ...moved(flipped(ball), key)])).volume, volume, 0.01);
  }
  const small = sphere(5, 40);
  within(measure(binary([...ball, ...small])).volume, one, 0.01);
  within(measure(binary([...ball, ...flipped(small)])).volume, one * (7 / 8), 0.01);
  assert.ok(
    meshRemarks(measure(binary([...ball, ...moved(ball, 8)]))).some((meshRemark) =>
      /lie in each other/.test(meshRemark.sentence),
    ),
  );
});

test(
  'E25 some bytes after the last facet, and capitals in a text, are no hindrance; ' +
    'facets left over are said',
  () => {
    const ball = sphere(7, 20);
    const plain = measure(binary(ball));
    const longer = (bytes: Uint8Array, by: number) => {
      const out = new Uint8Array(bytes.length + by);
      out.set(bytes);
      return out;
    };
    for (const head of ['a bait', 'solid made elsewhere'])
      assert.equal(measure(longer(binary(ball, head), 2)).volume, plain.volume);
    const capitals = new TextEncoder().encode(new TextDecoder().decode(ascii(ball)).toUpperCase());
    within(measure(capitals).volume, plain.volume, 1e-5);
    const more = measureStl(longer(binary(ball), 120));
    assert.ok(!more.ok && /goes on after them/.test(more.message));
  },
);

test('E26 property: numbers read from bytes are the numbers they spell', () => {
  const bytesOf = (text: string) => new TextEncoder().encode(text);
  fc.assert(
    fc.property(
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e30, max: 1e30 }),
      fc.integer({ min: 0, max: 17 }),
      fc.boolean(),
      (value, figures, plain) => {
        const text = plain ? value.toFixed(figures) : value.toExponential(figures);
        const read = readDecimal(bytesOf(text), 0, text.length);
        assert.ok(
          Math.abs(read - Number(text)) <= 1e-13 * Math.abs(Number(text)) + 1e-280,
          `${text}: ${read}`,
        );
      },
    ),
  );
  for (const text of ['', '.', '-', '1e', '1.2.3', 'nan', 'inf', '0x10', '1,5', '9e999'])
    assert.ok(Number.isNaN(readDecimal(bytesOf(text), 0, text.length)), text);
  for (const [text, value] of [
    ['+.5', 0.5],
    ['7.', 7],
    ['-0', -0],
    ['1E+2', 100],
  ] as const)
    assert.equal(readDecimal(bytesOf(text), 0, text.length), value);
});

test('property: volume minds neither place nor turn, and goes with the cube of size', () => {
  const ring = torus(12, 4, 24);
  const base = measure(binary(ring)).volume;
  fc.assert(
    fc.property(
      fc.double({ min: -200, max: 200, noNaN: true }),
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      fc.double({ min: 0.2, max: 5, noNaN: true }),
      (shift, turn, k) => {
        const [cos, seconds] = [Math.cos(turn), Math.sin(turn)];
        const moved = ring.map((found) =>
          found.flatMap((_, i) =>
            i % 3 === 0
              ? [
                  k * (cos * found[i]! - seconds * found[i + 2]!) + shift,
                  k * found[i + 1]! - shift,
                  k * (seconds * found[i]! + cos * found[i + 2]!),
                ]
              : [],
          ),
        );
        const measured = measure(binary(moved));
        within(measured.volume, base * k ** 3, 2e-3);
      },
    ),
    { numRuns: 30 },
  );
});

test('shape: length along the longest side, section across, outline from nose to tail, in any unit', () => {
  // An ellipsoid 90 long, 30 deep, 12 thick.
  const egg = sphere(1, 60).map((found) => found.map((value, i) => value * [45, 15, 6][i % 3]!));
  const measured = measure(binary(egg));
  within(measured.length, 90, 1e-3);
  within(measured.section, 12, 0.01);
  const middle = measured.profile[Math.floor(measured.profile.length / 2)]!;
  within(middle[1] * 90, 15, 0.01);
  within(middle[2] * 90, 15, 0.01);
  assert.ok(measured.profile[0]![1] < 0.02 && measured.profile.at(-1)![1] < 0.02);
  within(inMm(measured, 'mm').volume, ((4 / 3) * Math.PI * 45 * 15 * 6) / 1000, 0.005);
  within(
    inMm(
      { ...measured, length: 90 / 25.4, section: 12 / 25.4, volume: measured.volume / 25.4 ** 3 },
      'in',
    ).volume,
    inMm(measured, 'mm').volume,
    1e-9,
  );
});

test('broken, empty, huge, flat and other files are refused in words', () => {
  const code = (bytes: Uint8Array) => {
    const measuredMesh = measureStl(bytes);
    assert.ok(!measuredMesh.ok && measuredMesh.message.length > 25);
    return measuredMesh.code;
  };
  const ball = binary(sphere(5, 8));
  assert.equal(code(new Uint8Array()), 'empty');
  assert.equal(code(binary([])), 'empty');
  assert.equal(code(ball.subarray(0, ball.length - 25)), 'broken');
  assert.equal(code(new TextEncoder().encode('%PDF-1.7 and so on'.repeat(20))), 'not-stl');
  assert.equal(code(new TextEncoder().encode('solid x\nfacet\n vertex 1 2\nendsolid')), 'broken');
  const nan = binary(sphere(5, 8));
  new DataView(nan.buffer).setFloat32(84 + 12, NaN, true);
  assert.equal(code(nan), 'broken');
  const huge = new Uint8Array(84 + 50 * 3_000_001);
  new DataView(huge.buffer).setUint32(80, 3_000_001, true);
  assert.equal(code(huge), 'huge');
  assert.equal(code(binary([[0, 0, 0, 1, 0, 0, 0, 1, 0]])), 'flat');
});

test('half a million triangles: measured with progress, and stopped when asked', () => {
  const many = binary(torus(30, 10, 500)); // 500,000 triangles
  let last = 0;
  const measuredMesh = measureStl(many, (share) => {
    assert.ok(share >= last - 1e-9 && share <= 1 + 1e-9);
    last = share;
  });
  assert.ok(
    measuredMesh.ok &&
      measuredMesh.measured.triangles === 500_000 &&
      measuredMesh.measured.watertight &&
      last > 0.85,
  );
  assert.throws(() => measureStl(many, (share) => share < 0.5), Cancelled);
});
