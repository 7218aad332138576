import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Colour, Pigment } from '@/core/colour/index.ts';
import {
  characterise,
  colourOf,
  deltaE,
  GROUNDS,
  layerOver,
  mixed,
  seen,
  throughTo,
  WEAK,
  xyzOf,
} from '@/core/colour/index.ts';
import { solve, spreadsOf } from '@/core/colour/solve.ts';
import { Z80 } from '@/core/quantiles.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import { paint } from './colourKit.ts';

/** A paint of the world: its spectrum has lumps that three numbers of a swatch do not tell of. */
function lumpy(chance: () => number): Pigment {
  const hue = 2 * Math.PI * chance();
  const hex = [0, 1, 2]
    .map((third) => Math.round(128 + 100 * Math.cos(hue + (third * 2 * Math.PI) / 3)))
    .map((share) => share.toString(16).padStart(2, '0'))
    .join('');
  const { k, s } = paint(`#${hex}`, 0.02 + 0.06 * chance());
  const [phase, turns] = [6 * chance(), 0.3 + 0.5 * chance()];
  return { k: k.map((x, band) => x * (1 + 0.12 * Math.sin(phase + turns * band))), s };
}
/** Drawn down on the card and read to a hundredth; the dose is thinned until black shows through. */
function drawn(pigment: Pigment, chance: () => number) {
  const over = (dose: number, ground: readonly number[]) =>
    seen(layerOver(mixed([{ pigment, dose }]), 1, ground), 'air');
  const dose = [40, 20, 10, 5, 2.5, 1.2, 0.6].find(
    (doses) => xyzOf(over(doses, GROUNDS.black))[1] < 0.6 * xyzOf(over(doses, GROUNDS.white))[1],
  )!;
  const read = (share: number, ground: readonly number[]): Colour =>
    colourOf(over(share * dose, ground).map((x) => Math.min(1, x * (1 + normal(chance, 0, 0.01)))));
  return {
    swatches: { white: read(1, GROUNDS.white), black: read(1, GROUNDS.black), dose, thickness: 1 },
    weak: read(WEAK, GROUNDS.white),
  };
}
const looks = (parts: { pigment: Pigment; dose: number }[]): Colour =>
  throughTo(mixed(parts), 4, 'card');

test('a weak drawdown tells a spectrum that two swatches do not, and what is still not known is said', () => {
  const chance = seeded(41);
  const off = { two: [] as number[], three: [] as number[] };
  const held = { two: 0, three: 0 };
  const count = 250;
  for (let round = 0; round < count; round++) {
    const paints = Array.from({ length: 1 + Math.floor(3 * chance()) }, () => {
      const truth = lumpy(chance);
      const { swatches, weak } = drawn(truth, chance);
      const found = { two: characterise(swatches), three: characterise({ ...swatches, weak }) };
      return { truth, found, dose: swatches.dose * (0.05 + 0.6 * chance()) };
    });
    const truth = looks(paints.map(({ truth, dose }) => ({ pigment: truth, dose })));
    for (const by of ['two', 'three'] as const) {
      const parts = paints.map(({ found, dose }) => {
        const as = found[by];
        assert.ok(as.ok, as.ok ? '' : as.message);
        return { pigment: as.pigment, ways: as.ways, dose };
      });
      const said = looks(parts);
      off[by].push(deltaE(said, truth));
      const moved = parts.flatMap((part, at) =>
        part.ways.map((pigment) => looks(parts.with(at, { ...part, pigment })).a - said.a),
      );
      held[by] += Math.abs(truth.a - said.a) <= Z80 * Math.hypot(...moved) ? 1 : 0;
    }
  }
  const worstTenth = (all: number[]) => all.sort((one, other) => one - other)[0.9 * count]!;
  assert.ok(off.three.filter((one) => one <= 3).length >= 0.97 * count);
  assert.ok(
    worstTenth(off.three) < 0.7 * worstTenth(off.two),
    `${worstTenth(off.three)} ${worstTenth(off.two)}`,
  );
  for (const by of ['two', 'three'] as const)
    assert.ok(held[by] > 0.64 * count && held[by] < 0.93 * count, JSON.stringify(held));
});

test('a weak drawdown that is no thinning of the other is sent back, and all that was read is kept', () => {
  const chance = seeded(2);
  const { swatches } = drawn(lumpy(chance), chance);
  const found = characterise({ ...swatches, weak: { l: 40, a: -50, b: -40 } });
  assert.ok(!found.ok && found.code === 'unlike');
  assert.match(found.message, /kept/);
});

test('spreads of a precision are its inverse, one way at a time', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 4, maxLength: 4 }),
        {
          minLength: 4,
          maxLength: 4,
        },
      ),
      (rows) => {
        // Rows times themselves, and one in each: positive definite.
        const precision = rows.map((row, i) =>
          rows.map((other, j) => row.reduce((sum, x, at) => sum + x * other[at]!, i === j ? 1 : 0)),
        );
        const spreads = spreadsOf(precision);
        for (let end = 0; end < 4; end++) {
          const inverse = solve(
            precision.map((row) => [...row]),
            precision.map((_, i) => (i === end ? 1 : 0)),
          );
          inverse.forEach((x, i) => {
            const summed = spreads.reduce((sum, way) => sum + way[i]! * way[end]!, 0);
            assert.ok(Math.abs(summed - x) < 1e-9 * (1 + Math.abs(x)), `${summed} ${x}`);
          });
        }
      },
    ),
  );
});

test('a weak drawdown of a paint as it is said changes nothing that was said', () => {
  const { swatches } = drawn(lumpy(seeded(9)), () => 0.5);
  const two = characterise(swatches);
  assert.ok(two.ok);
  const layer = layerOver(
    mixed([{ pigment: two.pigment, dose: WEAK * swatches.dose }]),
    1,
    GROUNDS.white,
  );
  const three = characterise({ ...swatches, weak: colourOf(seen(layer, 'air')) });
  assert.ok(three.ok);
  const [one, other] = [two, three].map(({ pigment }) => looks([{ pigment, dose: swatches.dose }]));
  assert.ok(deltaE(one!, other!) < 0.1, `ΔE ${deltaE(one!, other!)}`);
});
