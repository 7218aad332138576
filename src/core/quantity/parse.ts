import { type Quantity, type Parsed, type ParseOptions, fail, EXAMPLES } from './parsed.ts';
import { readTerm } from './readTerm.ts';
import { takeNumber, NAMED, plain, WORDS } from './number.ts';
import type { Dimension, UnitKey } from './units.ts';
import { unit } from './units.ts';

/** More than this is no amount, but something pasted by mistake. */
const LONGEST = 80;

/**
 * Terms of an amount: `1 lb 2 oz`, `1/2 + 1/16 cup`, `1 cup 2 tbsp`; a term without a unit has that
 * of the next.
 */
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

const NOT_FINITE = fail('not-finite', 'That is not an amount anyone can measure out.');
const unread = (typed: string, { dimensions }: ParseOptions): Parsed =>
  fail(
    'not-a-number',
    `“${typed.trim().slice(0, LONGEST)}” does not read as ${NAMED[dimensions[0]]}. Try ` +
      `${EXAMPLES[dimensions[0]]}.`,
  );

/** What cannot be an amount, whatever is in it; null where it may be one. */
function refused(typed: string, { dimensions }: ParseOptions): Parsed | null {
  if (typed.trim() === '') return fail('empty', 'Nothing typed yet.');
  // Read in one pass, whatever its length, and refused before anything looks into it twice.
  if (typed.length > LONGEST * 20 || plain(typed).length > LONGEST)
    return fail('not-a-number', `That is longer than any amount. Try ${EXAMPLES[dimensions[0]]}.`);
  return /^[+-]?(inf|infinity|∞)/.test(plain(typed)) ? NOT_FINITE : null;
}

/** So many times so much, and a part of so much: by what, and of which amount. */
function partOf(text: string): { by: number; amount: string } | null {
  const times = /^(.+?) ?(?:x| of) ?(?=[\d./ ]*\d|1? ?[a-z])(.+)$/.exec(text);
  const by = times && takeNumber(times[1]!.trim());
  if (!by || by.rest !== '' || by.both !== undefined) return null;
  const rest = times[2]!.trim();
  return { by: by.value, amount: /^\d|^[.,]\d/.test(rest) ? rest : `1 ${rest}` };
}

/** Words that are no unit and came with no figure are no amount at all. */
const isNoAmount = (typed: string): boolean =>
  !/\d/.test(typed) && !(typed.split(/\s+/)[0]!.toLowerCase() in WORDS) && !/scoop/i.test(typed);

type Term = NonNullable<ReturnType<typeof takeTerms>>[number];
/** Terms added up in the unit of the first; or why they cannot be. */
function summed(
  terms: readonly Term[],
  typed: string,
  options: ParseOptions,
): { ok: true; total: Quantity } | { ok: false; parsed: Parsed } {
  let total = null as Quantity | null;
  for (const term of terms) {
    const read = readTerm(term, options);
    if (!read.ok)
      return {
        ok: false,
        parsed: read.code === 'unknown-unit' && isNoAmount(typed) ? unread(typed, options) : read,
      };
    const { quantity } = read;
    if (total && quantity.dimension !== total.dimension)
      return {
        ok: false,
        parsed: fail(
          'wrong-dimension',
          `“${typed.trim()}” adds ${NAMED[quantity.dimension]} to ${NAMED[total.dimension]}.`,
        ),
      };
    if (total && unit(quantity.unit).offset) return { ok: false, parsed: unread(typed, options) };
    total = total ? { ...total, value: total.value + quantity.value } : quantity;
  }
  return { ok: true, total: total! };
}

/** Thousands or decimals cannot be told apart: which of the two is asked. */
function askedWhich(term: Term, by: number, typed: string, options: ParseOptions): Parsed {
  const choices = [term.value, term.both!]
    .map((value) => readTerm({ value, unit: term.unit }, options))
    .flatMap((parsed) => (parsed.ok ? [parsed.quantity] : []))
    .map((read) => ({ ...read, value: read.value * by }))
    .map((quantity) => ({ label: show(quantity.value, quantity.unit), quantity }));
  return {
    ok: false,
    code: 'ambiguous',
    message: `Is “${typed.trim()}” thousands, or decimals?`,
    choices,
  };
}

/** `2:30` as s; null where it is no clock. */
function readClock(text: string): number | null {
  const clock = /^(\d+):([0-5]\d)$/.exec(text);
  return clock && Number(clock[1]) * 60 + Number(clock[2]);
}

/**
 * Reads a quantity as makers say it: `1 1/2 cup`, `half a cup`, `330F`, `40 dr`, `3/4 of 1/16 tsp`,
 * `1 lb 2 oz`, `2 x 1/4 tsp`. A bare number is in the shop's own unit. `oz` is a weight where only
 * a weight will do, a fluid ounce where only a volume will do, and is asked about where both would.
 * @returns the value in internal units, or a code and a sentence for the maker; never throws
 */
export function parseQuantity(typed: string, options: ParseOptions): Parsed {
  const no = refused(typed, options);
  if (no) return no;
  const text = plain(typed);
  const seconds = options.dimensions.includes('time') ? readClock(text) : null;
  if (seconds !== null) return bounded({ dimension: 'time', value: seconds, unit: 's' }, options);
  const part = partOf(text);
  const terms = takeTerms(part?.amount ?? text);
  if (!terms) return unread(typed, options);
  if (terms.some((term) => !Number.isFinite(term.value))) return NOT_FINITE;
  const sum = summed(terms, typed, options);
  if (!sum.ok) return sum.parsed;
  // Of a heat there are no parts.
  if (part && unit(sum.total.unit).offset) return unread(typed, options);
  const by = part?.by ?? 1;
  if (terms.some((term) => term.both !== undefined))
    return terms.length === 1 ? askedWhich(terms[0]!, by, typed, options) : unread(typed, options);
  return bounded({ ...sum.total, value: sum.total.value * by }, options);
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
  const other = unit(key);
  const count = (internal - (other.offset ?? 0)) / other.factor;
  return `${Number(count.toPrecision(4))} ${other.label}`.trim();
}
