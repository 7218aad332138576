import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { shopUnit, unit, UNITS } from './units.ts';

export interface Quantity {
  dimension: Dimension;
  /** in the dimension's internal unit */
  value: number;
  /** the unit it was typed in */
  unit: UnitKey;
}

export type ParseCode = 'empty' | 'not-a-number' | 'unknown-unit' | 'wrong-dimension' | 'negative' | 'not-finite' | 'ambiguous' | 'out-of-range';

export type Parsed =
  | { ok: true; quantity: Quantity }
  | { ok: false; code: ParseCode; message: string; choices?: { label: string; quantity: Quantity }[] };

export interface ParseOptions {
  /** dimensions the field takes; the first one is meant when no unit is typed */
  dimensions: [Dimension, ...Dimension[]];
  shop: ShopUnits;
  /** bounds in internal units, inclusive */
  min?: number;
  max?: number;
  whole?: boolean;
}

const VULGAR: Record<string, string> = {
  '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8', '⅕': '1/5', '⅙': '1/6',
};

const NAMED: Record<Dimension, string> = {
  temperature: 'a temperature', difference: 'a temperature difference', volume: 'a volume', mass: 'a weight', length: 'a length',
  drops: 'drops', time: 'a time', density: 'a density', share: 'a percentage', count: 'a plain number',
};

/** One plain, decimal or fractional number: `3`, `0,5`, `1/16`, `1 1/2`. Null when it is none of them. */
function readNumber(text: string): number | null {
  const mixed = /^([+-]?)(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(text);
  if (mixed) {
    const size = Number(mixed[2] ?? 0) + Number(mixed[3]) / Number(mixed[4]);
    return mixed[1] === '-' ? -size : size;
  }
  // A comma before exactly three digits could be thousands or decimals: it is refused, not guessed.
  if (/^[+-]?\d{1,3}(,\d{3})+$/.test(text) && !/^[+-]?0,/.test(text)) return null;
  const plain = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?$/i.exec(text);
  return plain ? Number(text.replace(',', '.')) : null;
}

const fail = (code: ParseCode, message: string): Parsed => ({ ok: false, code, message });

function candidates(name: string, shop: ShopUnits): UnitKey[] {
  const system = /^us/.test(name) ? 'us' : /^imp/.test(name) ? 'imperial' : shop.system;
  const bare = name.replace(/^(us|imperial|imp)(?=floz|cup|tsp|tbsp)/, '');
  return (Object.keys(UNITS) as UnitKey[]).filter((key) => {
    const u = unit(key);
    return u.names.includes(bare) && (u.system === undefined || u.system === system);
  });
}

function splitUnit(text: string): { number: string; unit: string } {
  const match = /^([+-]?[\d\s.,/]*\d[\d.,]*(?:e[+-]?\d+)?|[+-]?[.,]\d+)\s*(.*)$/i.exec(text);
  return match ? { number: match[1]!.trim(), unit: match[2]!.trim() } : { number: text, unit: '' };
}

/**
 * Reads a quantity as makers say it: `1 1/2 cup`, `330F`, `40 dr`, `3/4 of 1/16 tsp`, `0,5 l`.
 * A bare number is in the shop's own unit. `oz` is a weight where only a weight will do, a fluid
 * ounce where only a volume will do, and is asked about where both would.
 * @returns the value in internal units, or a code and a sentence for the maker; never throws
 */
export function parseQuantity(typed: string, options: ParseOptions): Parsed {
  const { dimensions, shop } = options;
  let text = typed.trim().toLowerCase().replace(/[−–]/g, '-').replace(/\bfl\.?\s*oz\b\.?/g, 'floz').replace(/fluid\s+ounce/g, 'fluidounce');
  text = text.replace(/[½¼¾⅓⅔⅛⅜⅝⅞⅕⅙]/g, (c) => ` ${VULGAR[c]}`).trim();
  if (text === '') return fail('empty', 'Nothing typed yet.');
  if (/^[+-]?(inf|infinity|∞)/.test(text)) return fail('not-finite', 'That is not an amount anyone can measure out.');

  const clock = /^(\d+):([0-5]\d)$/.exec(text);
  if (clock && dimensions.includes('time')) {
    return bounded({ dimension: 'time', value: Number(clock[1]) * 60 + Number(clock[2]), unit: 's' }, options);
  }

  const part = /^(.+?)\s+of\s+(?:an?\s+)?(.+)$/.exec(text);
  const rest = part ? part[2]! : text;
  const split = splitUnit(rest);
  const base = readNumber(split.number.replace(/\s+/g, ' '));
  const share = part ? readNumber(part[1]!.trim()) : 1;
  if (base === null || share === null) {
    return fail('not-a-number', `“${typed.trim()}” does not read as ${NAMED[dimensions[0]]}. Try ${EXAMPLES[dimensions[0]]}.`);
  }
  const number = base * share;
  if (!Number.isFinite(number)) return fail('not-finite', 'That is not an amount anyone can measure out.');

  const name = split.unit.replace(/[\s.]+/g, '');
  if (name === '') {
    const key = shopUnit(dimensions[0], shop);
    return bounded(toQuantity(number, key), options);
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
        message: `Is “${typed.trim()}” weighed or measured in a cup?`,
        choices: [
          { label: 'weighed, oz', quantity: toQuantity(number, 'oz') },
          { label: 'measured, fl oz', quantity: toQuantity(number, fluid) },
        ],
      };
    }
    if (asVolume) return bounded(toQuantity(number, fluid), options);
  }
  if (fitting[0]) return bounded(toQuantity(number, fitting[0]), options);
  if (found[0]) return fail('wrong-dimension', `“${split.unit}” is ${NAMED[unit(found[0]).dimension]}; this wants ${dimensions.map((d) => NAMED[d]).join(' or ')}.`);
  return fail('unknown-unit', `“${split.unit}” is not a unit Twin Shot knows. Try ${EXAMPLES[dimensions[0]]}.`);
}

const EXAMPLES: Record<Dimension, string> = {
  temperature: '165 °C or 330F', difference: '3 °C', volume: '350 mL or 1 1/2 cup', mass: '7.2 g', length: '95 mm', drops: '40 dr',
  time: '45 s or 1:30', density: '1.03 g/mL', share: '92 %', count: '24',
};

function toQuantity(number: number, key: UnitKey): Quantity {
  const u = unit(key);
  return { dimension: u.dimension, value: number * u.factor + (u.offset ?? 0), unit: key };
}

const SIGNED: Dimension[] = ['temperature'];

function bounded(quantity: Quantity, options: ParseOptions): Parsed {
  const { value, dimension } = quantity;
  if (!Number.isFinite(value)) return fail('not-finite', 'That is not an amount anyone can measure out.');
  if (value < 0 && !SIGNED.includes(dimension)) return fail('negative', 'This cannot be less than nothing.');
  if (dimension === 'temperature' && value < -273.15) return fail('out-of-range', 'That is colder than anything can be.');
  if (options.whole && !Number.isInteger(value)) return fail('out-of-range', 'This wants a whole number.');
  if (options.min !== undefined && value < options.min) return fail('out-of-range', `That is too little: at least ${show(options.min, quantity.unit)}.`);
  if (options.max !== undefined && value > options.max) return fail('out-of-range', `That is too much: at most ${show(options.max, quantity.unit)}.`);
  return { ok: true, quantity };
}

function show(internal: number, key: UnitKey): string {
  const u = unit(key);
  const n = (internal - (u.offset ?? 0)) / u.factor;
  return `${Number(n.toPrecision(4))} ${u.label}`.trim();
}
