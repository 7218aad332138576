import { NAMED } from './number.ts';
import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { shopUnit, unit, UNITS } from './units.ts';
import { type Parsed, type ParseOptions, fail, EXAMPLES, toQuantity } from './parsed.ts';

function candidates(name: string, shop: ShopUnits): UnitKey[] {
  const system = /^us/.test(name) ? 'us' : /^imp/.test(name) ? 'imperial' : shop.system;
  const bare = name.replace(/^(us|imperial|imp)(?=floz|cup|tsp|tbsp)/, '');
  return (Object.keys(UNITS) as UnitKey[]).filter((key) => {
    const other = unit(key);
    return other.names.includes(bare) && (other.system === undefined || other.system === system);
  });
}

/** The shop's degree: `330°` means what the shop's own figures mean. */
const DEGREE = new Set(['°', 'deg', 'degs', 'degree', 'degrees']);

type Typed = { value: number; unit: string };
const read = (value: number, key: UnitKey): Parsed => ({
  ok: true,
  quantity: toQuantity(value, key),
});
const isDegrees = (dimension: Dimension): boolean =>
  dimension === 'temperature' || dimension === 'difference';

/** A bare number, or so many degrees: in the shop's own unit; null where it is neither. */
function inOwnUnit(value: number, name: string, { dimensions, shop }: ParseOptions): Parsed | null {
  if (name === '') return read(value, shopUnit(dimensions[0], shop));
  const own = DEGREE.has(name) ? dimensions.find(isDegrees) : undefined;
  return own ? read(value, shopUnit(own, shop)) : null;
}
/** So many of the shop's own scoop; null where none is spoken of. */
function inScoops(value: number, name: string, { dimensions, shop }: ParseOptions): Parsed | null {
  if (!/^scoops?$/.test(name) || !dimensions.includes('volume')) return null;
  if (!shop.scoop)
    return fail(
      'unknown-unit',
      'How much your scoop holds is not set yet: it is under Shop. Try 1/4 tsp.',
    );
  return {
    ok: true,
    quantity: { dimension: 'volume', value: value * shop.scoop, unit: shopUnit('volume', shop) },
  };
}
const OUNCES = new Set(['oz', 'ounce', 'ounces']);
/** Ounces: a weight, or fluid, or asked which; null where they are a weight like any other. */
function inOunces(
  { value, unit: typed }: Typed,
  name: string,
  { dimensions, shop }: ParseOptions,
): Parsed | null {
  if (!OUNCES.has(name) || !dimensions.includes('volume')) return null;
  const fluid: UnitKey = shop.system === 'imperial' ? 'impFlOz' : 'usFlOz';
  if (!dimensions.includes('mass')) return read(value, fluid);
  return {
    ok: false,
    code: 'ambiguous',
    message: `Is “${Number(value.toPrecision(6))} ${typed}” weighed or measured in a cup?`,
    choices: [
      { label: 'weighed, oz', quantity: toQuantity(value, 'oz') },
      { label: 'measured, fl oz', quantity: toQuantity(value, fluid) },
    ],
  };
}

/** One number with its unit, in the dimension that fits. */
export function readTerm(term: Typed, options: ParseOptions): Parsed {
  const { value, unit: typed } = term;
  const name = typed.replace(/[\s.]+/g, '');
  const own =
    inOwnUnit(value, name, options) ??
    inScoops(value, name, options) ??
    inOunces(term, name, options);
  if (own) return own;
  const { dimensions, shop } = options;
  const found = candidates(name, shop);
  const fitting = found.find((key) => dimensions.includes(unit(key).dimension));
  if (fitting) return read(value, fitting);
  if (found[0])
    return fail(
      'wrong-dimension',
      `“${typed}” is ${NAMED[unit(found[0]).dimension]}; this wants ` +
        `${dimensions.map((dimension) => NAMED[dimension]).join(' or ')}.`,
    );
  return fail(
    'unknown-unit',
    `“${typed}” is not a unit Twin Shot knows. Try ${EXAMPLES[dimensions[0]]}.`,
  );
}
