import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { edit, METRIC, parseQuantity, say, sayAtLeast } from '@/core/quantity/index.ts';
import { US } from './quantityKit.ts';

const CUP = 236.5882365;
const inUs = (typed: string, ...dimensions: [Dimension, ...Dimension[]]) => {
  const parsed = parseQuantity(typed, { dimensions, shop: US });
  return parsed.ok ? parsed.quantity.value : parsed.code;
};

test('makers’ words parse: halves and quarters, spoken numbers, gallons, a scoop, about', () => {
  for (const [typed, ml] of [
    ['half a cup', CUP / 2],
    ['a half cup', CUP / 2],
    ['quarter cup', CUP / 4],
    ['three quarters of a cup', (3 * CUP) / 4],
    ['two cups', 2 * CUP],
    ['a cup', CUP],
    ['one and a half cups', 1.5 * CUP],
    ['1 1/2 c', 1.5 * CUP],
    ['gallon', 'not-a-number'],
    ['1 gallon', 16 * CUP],
    ['a quart', 4 * CUP],
    ['2 pints', 4 * CUP],
    ['half teaspoon', CUP / 96],
    ['half a teaspoon', CUP / 96],
    ['a scoop', 1.2],
    ['2 scoops', 2.4],
    ['half a scoop', 0.6],
    ['8 fluid oz', CUP],
    ['3/4 of a cup', (3 * CUP) / 4],
    ['1 cup 2 tbsp', CUP * 1.125],
    ['2 × 1/4 tsp', CUP / 96],
    ['2 x 1/4 tsp', CUP / 96],
    ['1/2 + 1/16 cup', CUP * 0.5625],
    ['2-1/2 oz', (2.5 * CUP) / 8],
    ['three quarters of a sixteenth tsp', (0.75 / 16) * (CUP / 48)],
  ] as const) {
    const got = inUs(typed, 'volume');
    if (typeof ml === 'string') assert.equal(typeof got, 'string', typed);
    else
      assert.ok(
        typeof got === 'number' && Math.abs(got - ml) < 1e-9 * ml,
        `${typed}: ${got} for ${ml}`,
      );
  }
  assert.ok(Math.abs((inUs('about 360', 'temperature') as number) - 182.2222222) < 1e-6);
  assert.ok(
    Math.abs((inUs('330°', 'temperature') as number) - 165.5555556) < 1e-6,
    'as the product prints it',
  );
  assert.ok(Math.abs((inUs('165℃', 'temperature') as number) - 165) < 1e-12);
  assert.ok(Math.abs((inUs('1 lb 2 oz', 'mass') as number) - 510.2914) < 1e-3);
  assert.ok(Math.abs((inUs('3-3/4"', 'length') as number) - 95.25) < 1e-9);
  assert.ok(Math.abs((inUs('40 thousandths', 'length') as number) - 1.016) < 1e-9);
  assert.equal(inUs('2 hrs', 'time'), 7200);
});

test('a point and a comma before three figures are treated alike: asked, not guessed', () => {
  for (const typed of ['1.500 ml', '1,500 ml']) {
    const parsed = parseQuantity(typed, { dimensions: ['volume'], shop: METRIC });
    assert.ok(
      !parsed.ok &&
        parsed.code === 'ambiguous' &&
        parsed.choices!.map((choice) => choice.quantity.value).join() === '1.5,1500',
      typed,
    );
  }
  const own = parseQuantity(edit(2.125, 'volume', METRIC), {
    dimensions: ['volume'],
    shop: METRIC,
  });
  assert.ok(own.ok && own.quantity.value === 2.125, 'what the product writes itself it reads');
});

test('whatever is pasted is answered at once', () => {
  for (const typed of [
    `1${' '.repeat(100_000)}cup`,
    '1/'.repeat(40_000),
    '1 1 '.repeat(30_000),
    `${'9'.repeat(90_000)} ml`,
    'a half '.repeat(20_000),
  ]) {
    const began = performance.now();
    const parsed = parseQuantity(typed, { dimensions: ['volume'], shop: METRIC });
    assert.ok(
      performance.now() - began < 2000,
      `${typed.slice(0, 6)}…: ${performance.now() - began} ms`,
    );
    assert.ok(!parsed.ok);
  }
});

test(
  'US shops see amounts a hand can measure, lengths in inches and thousandths; fields ' +
    'never open on a row of digits',
  () => {
    for (const [ml, text] of [
      [0.51 * CUP, '1/2 cup'],
      [0.5625 * CUP, '1/2 + 1/16 cup'],
      [1.5 * CUP, '1 1/2 cup'],
      [2 * CUP, '2 cup'],
      [1, '1/4 tsp'.replace('1/4', '1/8 + 1/16')],
      [15, '1 tbsp'],
      [7.4, '1 1/2 tsp'],
    ] as const)
      assert.equal(say(ml, 'volume', US), text, String(ml));
    assert.equal(say((4.5 * CUP) / 8, 'volume', { ...US, volume: 'flOz' }), '4 1/2 fl oz');
    assert.equal(say(95.25, 'length', US), '3.75 in');
    assert.equal(say(1.016, 'length', US), '0.040 in');
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 4000, noNaN: true }),
        fc.constantFrom('cup' as const, 'flOz' as const),
        (ml, volume) => {
          const shown = say(ml, 'volume', { ...US, volume });
          assert.match(shown, /^[\d/ +]+ (cup|fl oz|tbsp|tsp)$/, `${ml}: ${shown}`);
          const back = parseQuantity(shown, { dimensions: ['volume'], shop: US });
          assert.ok(back.ok && back.quantity.value > 0, shown);
          // Within half of the finest measure used at that size.
          assert.ok(
            Math.abs(back.quantity.value - ml) <=
              (volume === 'cup' && ml >= CUP / 8
                ? CUP / 32
                : volume === 'flOz' && ml >= CUP / 8
                  ? CUP / 64
                  : Math.max(0.08, CUP / 64)) +
                1e-6,
            `${ml}: ${shown}`,
          );
        },
      ),
    );
    for (const ml of [1, 2.4, 350, CUP, CUP * 0.7071])
      assert.ok(
        edit(ml, 'volume', US).length <= 24 && !/^0\.00/.test(edit(ml, 'volume', US)),
        edit(ml, 'volume', US),
      );
    assert.equal(edit(1, 'volume', US), '1 mL');
  },
);

test('E18 property: what is said to be missing, read back, is no less than what is missing', () => {
  const shops: ShopUnits[] = [METRIC, US, { ...US, volume: 'flOz' }, { ...US, system: 'imperial' }];
  fc.assert(
    fc.property(
      fc.double({ min: 0.05, max: 2000, noNaN: true }),
      fc.constantFrom(...shops),
      (ml, shop) => {
        const read = parseQuantity(sayAtLeast(ml, shop), { dimensions: ['volume'], shop });
        assert.ok(read.ok, sayAtLeast(ml, shop));
        assert.ok(read.quantity.value >= ml - 1e-6, `${sayAtLeast(ml, shop)} of ${ml} mL`);
      },
    ),
  );
});
