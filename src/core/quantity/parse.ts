import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { shopUnit, unit, UNITS } from './units.ts';

export interface Quantity {
  dimension: Dimension;
  /** in the dimension's internal unit */
  value: number;
  /** the unit it was typed in */
  unit: UnitKey;
}

export type ParseCode =
  | 'empty'
  | 'not-a-number'
  | 'unknown-unit'
  | 'wrong-dimension'
  | 'negative'
  | 'not-finite'
  | 'ambiguous'
  | 'out-of-range';

export type Parsed =
  | { ok: true; quantity: Quantity }
  | {
      ok: false;
      code: ParseCode;
      message: string;
      choices?: { label: string; quantity: Quantity }[];
    };

export interface ParseOptions {
  /** dimensions the field takes; the first one is meant when no unit is typed */
  dimensions: [Dimension, ...Dimension[]];
  shop: ShopUnits;
  /** bounds in internal units, inclusive */
  min?: number;
  max?: number;
  whole?: boolean;
}

/** More than this is no amount, but something pasted by mistake. */
const LONGEST = 80;

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅕': '1/5',
  '⅙': '1/6',
};

/** Numbers as makers say them. */
const WORDS: Record<string, number> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  dozen: 12,
};
/** Parts, alone or counted: half a cup, three quarters of a spoon. */
const PARTS: Record<string, number> = {
  half: 2,
  halves: 2,
  third: 3,
  thirds: 3,
  quarter: 4,
  quarters: 4,
  eighth: 8,
  eighths: 8,
  sixteenth: 16,
  sixteenths: 16,
};
/** Said before an amount that was not measured finely: it is the amount all the same. */
const ABOUT = /^(?:about|around|roughly|approx(?:imately)?\.?|ca\.?|some|~|≈)\s*/;

/** Words of a spoken number as figures: `one and a half cups` → `1 1/2 cups`, `half a cup` → `1/2 cup`. */
function spoken(text: string): string {
  const out: string[] = [];
  const words = text.split(' ');
  for (let i = 0; i < words.length; i++) {
    const word = words[i]!;
    const next = words[i + 1] ?? '';
    const isNumber = (w: string) => w in WORDS || w in PARTS || /^\d/.test(w);
    if (word === 'and' && out.length > 0 && (isNumber(next) || next === 'a' || next === 'an'))
      continue;
    if (word === 'a' || word === 'an') {
      // “half a cup” has its number already; “a half” gets it next; “a cup” is one.
      if (out.length === 0 && !(next in PARTS)) out.push('1');
      continue;
    }
    const count = word in WORDS ? WORDS[word]! : /^\d+$/.test(word) ? Number(word) : null;
    if (count !== null && next in PARTS && /s$/.test(next)) {
      out.push(`${count}/${PARTS[next]}`);
      i += 1;
      continue;
    }
    if (
      word in PARTS &&
      (i === 0 || words[i - 1] === 'a' || words[i - 1] === 'an' || words[i - 1] === 'and')
    )
      out.push(`1/${PARTS[word]}`);
    else out.push(word in WORDS ? String(WORDS[word]) : word);
  }
  return out.join(' ');
}

/** What was typed, in one way of writing: figures, single spaces, plain signs. */
function plain(typed: string): string {
  let text = typed
    .toLowerCase()
    .replace(/[−–]/g, '-')
    .replace(/℃/g, '°c')
    .replace(/℉/g, '°f')
    .replace(/[×✕]/g, 'x')
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞⅕⅙]/g, (c) => ` ${VULGAR[c]}`);
  text = text.split(/\s+/).filter(Boolean).join(' ').replace(ABOUT, '');
  return spoken(
    text
      .replace(/\bfl(?:uid)?\.? ?(?:oz\b\.?|ounces?\b)/g, 'floz')
      .replace(/\btea ?spoon/g, 'teaspoon')
      .replace(/\btable ?spoon/g, 'tablespoon'),
  );
}

const NAMED: Record<Dimension, string> = {
  temperature: 'a temperature',
  difference: 'a temperature difference',
  volume: 'a volume',
  mass: 'a weight',
  length: 'a length',
  drops: 'drops',
  time: 'a time',
  density: 'a density',
  share: 'a percentage',
  count: 'a plain number',
};

/** A number at the start of a text, and what follows it; `both` where thousands and decimals cannot be told apart. */
function takeNumber(text: string): { value: number; both?: number; rest: string } | null {
  const mixed = /^([+-]?)(\d{1,6})(?: |-| - )(\d{1,6}) ?\/ ?(\d{1,6})/.exec(text);
  if (mixed)
    return {
      value: (mixed[1] === '-' ? -1 : 1) * (Number(mixed[2]) + Number(mixed[3]) / Number(mixed[4])),
      rest: text.slice(mixed[0].length),
    };
  const part = /^([+-]?)(\d{1,6}) ?\/ ?(\d{1,6})/.exec(text);
  if (part)
    return {
      value: ((part[1] === '-' ? -1 : 1) * Number(part[2])) / Number(part[3]),
      rest: text.slice(part[0].length),
    };
  const read = /^[+-]?(?:\d+(?:[.,]\d+)*[.,]?|[.,]\d+)(?:e[+-]?\d{1,3})?/.exec(text);
  if (!read) return null;
  const [number, rest] = [read[0], text.slice(read[0].length)];
  // A comma before three digits, or a point before three that end in nothing, may be thousands or decimals: asked, not guessed.
  const grouped = /^([+-]?[1-9]\d{0,2})([.,])(\d{3})$/.exec(number);
  if (grouped && (grouped[2] === ',' || grouped[3]!.endsWith('0')))
    return {
      value: Number(`${grouped[1]}.${grouped[3]}`),
      both: Number(`${grouped[1]}${grouped[3]}`),
      rest,
    };
  return /[.,].*[.,]/.test(number) ? null : { value: Number(number.replace(',', '.')), rest };
}

/** Terms of an amount: `1 lb 2 oz`, `1/2 + 1/16 cup`, `1 cup 2 tbsp`; a term without a unit has that of the next. */
function takeTerms(text: string): { value: number; both?: number; unit: string }[] | null {
  const out: { value: number; both?: number; unit: string }[] = [];
  let rest = text;
  while (rest !== '') {
    const number = takeNumber(rest);
    if (!number) return null;
    const unit = /^ ?(g\/cm3|cm3|[^\d+]*)/.exec(number.rest)!;
    out.push({ value: number.value, both: number.both, unit: unit[1]!.trim() });
    const left = number.rest.slice(unit[0].length).trim();
    rest = left.replace(/^\+ ?/, '');
    // Figures side by side with nothing between them are no sum.
    if (rest !== '' && unit[1]!.trim() === '' && left === rest) return null;
    if (out.length > 6) return null;
  }
  for (let i = out.length - 2; i >= 0; i--) out[i]!.unit ||= out[i + 1]!.unit;
  return out.length > 0 ? out : null;
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

/** The shop's degree: `330°` means what the shop's own figures mean. */
const DEGREE = new Set(['°', 'deg', 'degs', 'degree', 'degrees']);

/**
 * Reads a quantity as makers say it: `1 1/2 cup`, `half a cup`, `330F`, `40 dr`, `3/4 of 1/16 tsp`, `1 lb 2 oz`, `2 x 1/4 tsp`.
 * A bare number is in the shop's own unit. `oz` is a weight where only a weight will do, a fluid
 * ounce where only a volume will do, and is asked about where both would.
 * @returns the value in internal units, or a code and a sentence for the maker; never throws
 */
export function parseQuantity(typed: string, options: ParseOptions): Parsed {
  const { dimensions } = options;
  const unread = () =>
    fail(
      'not-a-number',
      `“${typed.trim().slice(0, LONGEST)}” does not read as ${NAMED[dimensions[0]]}. Try ${EXAMPLES[dimensions[0]]}.`,
    );
  if (typed.trim() === '') return fail('empty', 'Nothing typed yet.');
  // Read in one pass, whatever its length, and refused before anything looks into it twice.
  if (typed.length > LONGEST * 20 || plain(typed).length > LONGEST)
    return fail('not-a-number', `That is longer than any amount. Try ${EXAMPLES[dimensions[0]]}.`);
  const text = plain(typed);
  if (/^[+-]?(inf|infinity|∞)/.test(text))
    return fail('not-finite', 'That is not an amount anyone can measure out.');

  const clock = /^(\d+):([0-5]\d)$/.exec(text);
  if (clock && dimensions.includes('time')) {
    return bounded(
      { dimension: 'time', value: Number(clock[1]) * 60 + Number(clock[2]), unit: 's' },
      options,
    );
  }

  // So many times so much, and a part of so much.
  const times = /^(.+?) ?(?:x| of) ?(?=[\d./ ]*\d|1? ?[a-z])(.+)$/.exec(text);
  const by = times && takeNumber(times[1]!.trim());
  const part =
    by && by.rest === '' && by.both === undefined ? { by: by.value, rest: times[2]!.trim() } : null;
  const amount = part && /^\d|^[.,]\d/.test(part.rest) ? part.rest : part ? `1 ${part.rest}` : text;
  const terms = takeTerms(amount);
  if (!terms) return unread();
  if (terms.some((t) => !Number.isFinite(t.value)))
    return fail('not-finite', 'That is not an amount anyone can measure out.');

  let total = null as Quantity | null;
  for (const term of terms) {
    const read = readTerm(term, options);
    // Words that are no unit and came with no figure are no amount at all.
    if (!read.ok)
      return read.code === 'unknown-unit' &&
        !/\d/.test(typed) &&
        !(typed.split(/\s+/)[0]!.toLowerCase() in WORDS) &&
        !/scoop/i.test(typed)
        ? unread()
        : read;
    const { quantity } = read;
    if (total && quantity.dimension !== total.dimension)
      return fail(
        'wrong-dimension',
        `“${typed.trim()}” adds ${NAMED[quantity.dimension]} to ${NAMED[total.dimension]}.`,
      );
    if (total && unit(quantity.unit).offset) return unread();
    total = total ? { ...total, value: total.value + quantity.value } : quantity;
  }
  const scale = part?.by ?? 1;
  // Of a heat there are no parts.
  if (part && unit(total!.unit).offset) return unread();
  const only = terms.length === 1 ? terms[0]! : null;
  if (only?.both !== undefined) {
    const asked = [only.value, only.both]
      .map((value) => readTerm({ value, unit: only.unit }, options))
      .flatMap((r) => (r.ok ? [{ ...r.quantity, value: r.quantity.value * scale }] : []));
    return {
      ok: false,
      code: 'ambiguous',
      message: `Is “${typed.trim()}” thousands, or decimals?`,
      choices: asked.map((quantity) => ({ label: show(quantity.value, quantity.unit), quantity })),
    };
  }
  if (terms.some((t) => t.both !== undefined)) return unread();
  return bounded({ ...total!, value: total!.value * scale }, options);
}

/** One number with its unit, in the dimension that fits. */
function readTerm(
  { value, unit: typed }: { value: number; unit: string },
  { dimensions, shop }: ParseOptions,
): Parsed {
  const name = typed.replace(/[\s.]+/g, '');
  if (
    name === '' ||
    (DEGREE.has(name) && dimensions.some((d) => d === 'temperature' || d === 'difference'))
  ) {
    const own =
      name === ''
        ? dimensions[0]
        : dimensions.find((d) => d === 'temperature' || d === 'difference')!;
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
      `“${typed}” is ${NAMED[unit(found[0]).dimension]}; this wants ${dimensions.map((d) => NAMED[d]).join(' or ')}.`,
    );
  return fail(
    'unknown-unit',
    `“${typed}” is not a unit Twin Shot knows. Try ${EXAMPLES[dimensions[0]]}.`,
  );
}

const EXAMPLES: Record<Dimension, string> = {
  temperature: '165 °C or 330F',
  difference: '3 °C',
  volume: '350 mL or 1 1/2 cup',
  mass: '7.2 g',
  length: '95 mm',
  drops: '40 dr',
  time: '45 s or 1:30',
  density: '1.03 g/mL',
  share: '92 %',
  count: '24',
};

function toQuantity(number: number, key: UnitKey): Quantity {
  const u = unit(key);
  return { dimension: u.dimension, value: number * u.factor + (u.offset ?? 0), unit: key };
}

const SIGNED: Dimension[] = ['temperature'];

function bounded(quantity: Quantity, options: ParseOptions): Parsed {
  const { value, dimension } = quantity;
  if (!Number.isFinite(value))
    return fail('not-finite', 'That is not an amount anyone can measure out.');
  if (value < 0 && !SIGNED.includes(dimension))
    return fail('negative', 'This cannot be less than nothing.');
  if (dimension === 'temperature' && value < -273.15)
    return fail('out-of-range', 'That is colder than anything can be.');
  if (options.whole && !Number.isInteger(value))
    return fail('out-of-range', 'This wants a whole number.');
  if (options.min !== undefined && value < options.min)
    return fail(
      'out-of-range',
      `That is too little: at least ${show(options.min, quantity.unit)}.`,
    );
  if (options.max !== undefined && value > options.max)
    return fail('out-of-range', `That is too much: at most ${show(options.max, quantity.unit)}.`);
  return { ok: true, quantity };
}

function show(internal: number, key: UnitKey): string {
  const u = unit(key);
  const n = (internal - (u.offset ?? 0)) / u.factor;
  return `${Number(n.toPrecision(4))} ${u.label}`.trim();
}
