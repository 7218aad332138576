import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Mould } from '@/core/mould/index.ts';
import { layOut, layoutFaults, outlineOf, OUTLINES } from '@/core/mould/index.ts';
import type { CavityText } from '@/ui/mouldLabels.ts';
import { labelsOf } from '@/ui/mouldLabels.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';

/**
 * A label's box, by letters no narrower than the face's widest figures and small letters are in the
 * mean.
 */
const boxOf = ({ text, x, y, anchor, size }: ReturnType<typeof labelsOf>[number]) => {
  const wide = text.length * 0.6 * size;
  const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2;
  return { left, right: left + wide, top: y - 0.72 * size, bottom: y };
};
const texts = (mould: Mould): CavityText[] =>
  mould.cavities.map((cavity) => ({
    n: cavity.n,
    number: String(cavity.n),
    figure: '12.48 mL',
    note: cavity.n % 3 === 0 ? 'flow line, then a dent' : '100 %',
  }));

test(
  'D13 property: on a drawn mould no word lies on another or on the closures at its ' +
    'edges, however many cavities it has',
  () => {
    const random = fc.record({
      of: fc.constantFrom(...MOULDS),
      count: fc.integer({ min: 1, max: 48 }),
      rows: fc.integer({ min: 1, max: 6 }),
      outline: fc.constantFrom(...(Object.keys(OUTLINES) as (keyof typeof OUTLINES)[])),
      length: fc.integer({ min: 12, max: 160 }),
    });
    fc.assert(
      fc.property(random, ({ of, count, rows, outline, length }) => {
        const mould = {
          ...of,
          cavities: layOut(of, count, Math.min(rows, count)).map((cavity) => ({
            ...cavity,
            outline,
            length,
          })),
        };
        if (layoutFaults(mould).length > 0) return;
        const k = 708 / mould.width;
        const labels = labelsOf(mould, {
          scale: k,
          texts: texts(mould),
          largest: 20,
          inTheWay: { edge: 12 },
        });
        const boxes = labels.map(boxOf);
        for (const [index, one] of boxes.entries()) {
          assert.ok(
            one.top > 9 && one.bottom < mould.height * k - 9,
            `${labels[index]!.text} stands at ${one.top.toFixed(0)} to ${one.bottom.toFixed(0)} ` +
              `of ${(mould.height * k).toFixed(0)}`,
          );
          for (const two of boxes.slice(index + 1))
            assert.ok(
              one.right <= two.left + 0.5 ||
                two.right <= one.left + 0.5 ||
                one.bottom <= two.top + 0.5 ||
                two.bottom <= one.top + 0.5,
              JSON.stringify([one, two]),
            );
        }
        // Its number is always told.
        assert.equal(new Set(labels.map((label) => label.n)).size, count);
      }),
      { numRuns: 400 },
    );
  },
);

test('D11 cavities outside the mould or in one another are named; laid anew they keep what they are', () => {
  for (const mould of MOULDS) assert.deepEqual(layoutFaults(mould), [], mould.name);
  const [mould] = MOULDS as [Mould];
  const short = { ...mould, width: 300 };
  assert.match(layoutFaults(short)[0]!, /Cavities .* lie outside the mould/);
  const laid = { ...short, cavities: layOut(short, 8, 4) };
  assert.deepEqual(
    laid.cavities.map((cavity) => cavity.measured),
    mould.cavities.map((cavity) => cavity.measured),
  );
  assert.match(
    layoutFaults({
      ...mould,
      cavities: mould.cavities.map((cavity) =>
        cavity.n === 2
          ? { ...cavity, x: mould.cavities[0]!.x + 5, y: mould.cavities[0]!.y }
          : cavity,
      ),
    })[0]!,
    /Cavities 1 and 2 lie in one another/,
  );
  assert.match(
    layoutFaults({
      ...mould,
      cavities: mould.cavities.map((cavity) =>
        cavity.n === 2 ? { ...mould.cavities[0]!, n: 2 } : cavity,
      ),
    })[0]!,
    /1 and 2/,
    'one exactly on the other',
  );
  // Turned a quarter it stands upright.
  const [one] = [{ ...mould.cavities[0]!, x: 50, y: 50, turn: 90 }];
  const ys = outlineOf(one).map((point) => point[1]);
  assert.ok(Math.abs(Math.max(...ys) - Math.min(...ys) - one.length) < 1e-9);
});
