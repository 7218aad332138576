import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Dimension, ShopUnits, UnitKey } from '@/core/quantity/index.ts';
import { clock, edit, METRIC, parseQuantity, show, unit, UNITS } from '@/core/quantity/index.ts';
import { shops } from './quantityKit.ts';
import { near } from '../near.ts';

const value = (text: string, ...dimensions: [Dimension, ...Dimension[]]): number => {
  const parsed = parseQuantity(text, { dimensions, shop: METRIC });
  assert.ok(parsed.ok, `${text}: ${parsed.ok ? '' : parsed.message}`);
  return parsed.quantity.value;
};

test('quantities parse as people say them', () => {
  near(value('1 1/2 cup', 'volume'), 354.88235475, 1e-8);
  near(value('1½ cups', 'volume'), 354.88235475, 1e-8);
  near(value('½ cup', 'volume'), 118.29411825, 1e-8);
  near(value('330F', 'temperature'), 165.55555555555, 1e-9);
  near(value('165 °C', 'temperature'), 165);
  near(value('40 dr', 'drops'), 40);
  near(value('3/4 of 1/16 tsp', 'volume'), (0.75 / 16) * 4.92892159375, 1e-9);
  near(
    value('half of 1/16 tsp'.replace('half', '1/2'), 'volume'),
    (0.5 / 16) * 4.92892159375,
    1e-9,
  );
  near(value('0,5 l', 'volume'), 500);
  near(value('2.5 g/mL', 'density'), 2.5);
  near(value('2.5 fl oz', 'volume'), 2.5 * 29.5735295625, 1e-9);
  near(value('2.5 oz', 'mass'), 70.8738078125, 1e-9);
  near(value('2.5 oz', 'volume'), 73.93382390625, 1e-9);
  near(value('1:30', 'time'), 90);
  near(value('92 %', 'share'), 0.92);
  near(value('-5 °C', 'temperature'), -5);
});

test('imperial cups and ounces are kept apart from US ones', () => {
  const imperial: ShopUnits = { ...METRIC, system: 'imperial' };
  const cup = parseQuantity('1 cup', { dimensions: ['volume'], shop: imperial });
  assert.ok(cup.ok);
  near(cup.quantity.value, 284.130625);
  const named = parseQuantity('1 US cup', { dimensions: ['volume'], shop: imperial });
  assert.ok(named.ok);
  near(named.quantity.value, 236.5882365);
});

test('an ounce is asked about where it could be weight or volume', () => {
  const parsed = parseQuantity('2.5 oz', { dimensions: ['volume', 'mass'], shop: METRIC });
  assert.ok(!parsed.ok);
  assert.equal(parsed.code, 'ambiguous');
  assert.deepEqual(
    parsed.choices?.map((choice) => choice.quantity.dimension),
    ['mass', 'volume'],
  );
});

test('nonsense, wrong dimensions, negatives and infinities are refused with a reason', () => {
  const refused: [string, Dimension, string][] = [
    ['', 'volume', 'empty'],
    ['a bit', 'volume', 'not-a-number'],
    ['12 furlongs', 'volume', 'unknown-unit'],
    ['40 dr', 'temperature', 'wrong-dimension'],
    ['-3 mL', 'volume', 'negative'],
    ['Infinity', 'mass', 'not-finite'],
    ['1/0 cup', 'volume', 'not-finite'],
    ['1e999 g', 'mass', 'not-finite'],
    ['-300 C', 'temperature', 'out-of-range'],
    ['1,000 mL', 'volume', 'ambiguous'],
    ['1 2 3 mL', 'volume', 'not-a-number'],
  ];
  for (const [typed, dimension, code] of refused) {
    const parsed = parseQuantity(typed, { dimensions: [dimension], shop: METRIC });
    assert.ok(!parsed.ok, `${typed} was accepted`);
    assert.equal(parsed.code, code, typed);
    assert.ok(parsed.message.length > 10);
  }
});

test('property: what is opened for editing parses back to the same quantity, in any shop and any unit', () => {
  fc.assert(
    fc.property(
      shops,
      fc.constantFrom(...(Object.keys(UNITS) as UnitKey[])),
      fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
      (shop, key, size) => {
        const other = unit(key);
        const inSystem = other.system ? { ...shop, system: other.system } : shop;
        const parsed = parseQuantity(edit(size, other.dimension, inSystem, key), {
          dimensions: [other.dimension],
          shop: inSystem,
        });
        assert.ok(parsed.ok);
        near(parsed.quantity.value, size, 1e-12 * Math.max(1, size) * 50);
      },
    ),
    { numRuns: 2000 },
  );
});

test('property: a shown reading parses back to within half its last figure', () => {
  fc.assert(
    fc.property(
      shops,
      fc.constantFrom<Dimension>('temperature', 'volume', 'mass', 'drops'),
      fc.double({ min: 0, max: 5000, noNaN: true }),
      (shop, dimension, size) => {
        const shown = show(size, dimension, shop);
        const parsed = parseQuantity(shown.text, { dimensions: [dimension], shop });
        assert.ok(parsed.ok);
        assert.equal(show(parsed.quantity.value, dimension, shop).text, shown.text);
      },
    ),
  );
});

test('clocks count up to the next whole second', () => {
  assert.deepEqual([0, 47.2, 110, 4320].map(clock), ['0:00', '0:48', '1:50', '1:12:00']);
});
