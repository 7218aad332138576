import { NAMED } from './number.ts';
import type { ShopUnits, UnitKey } from './units.ts';
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

/** One number with its unit, in the dimension that fits. */
export function readTerm(
  { value, unit: typed }: { value: number; unit: string },
  { dimensions, shop }: ParseOptions,
): Parsed {
  const name = typed.replace(/[\s.]+/g, '');
  if (
    name === '' ||
    (DEGREE.has(name) &&
      dimensions.some((dimension) => dimension === 'temperature' || dimension === 'difference'))
  ) {
    const own =
      name === ''
        ? dimensions[0]
        : dimensions.find(
            (dimension) => dimension === 'temperature' || dimension === 'difference',
          )!;
    return { ok: true, quantity: toQuantity(value, shopUnit(own, shop)) };
  }
  if (/^scoops?$/.test(name) && dimensions.includes('volume')) {
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
  const found = candidates(name, shop);
  const fitting = found.filter((key) => dimensions.includes(unit(key).dimension));
  if (name === 'oz' || name === 'ounce' || name === 'ounces') {
    const fluid: UnitKey = shop.system === 'imperial' ? 'impFlOz' : 'usFlOz';
    const asMass = dimensions.includes('mass');
    const asVolume = dimensions.includes('volume');
    if (asMass && asVolume) {
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
    if (asVolume) return { ok: true, quantity: toQuantity(value, fluid) };
  }
  if (fitting[0]) return { ok: true, quantity: toQuantity(value, fitting[0]) };
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
