import { degrees, degreesApart, say, sayFlake } from './format.ts';
import type { Dimension, ShopUnits } from './units.ts';

/** A quantity in a sentence: what it is, in the units it is reckoned in, and how it is said. */
export interface SaidQuantity {
  readonly value: number;
  readonly say: (units: ShopUnits) => string;
}
/**
 * Words with their quantities still quantities, so that whoever decides what is to be said need not
 * know in whose units. A plain text is a phrase too.
 */
export type Phrase = string | readonly (string | SaidQuantity)[];

/** A heat, °C. */
export const saidHeat = (celsius: number): SaidQuantity => ({
  value: celsius,
  say: (units) => degrees(celsius, units),
});
/** How far two heats lie apart, K. */
export const saidApart = (kelvin: number): SaidQuantity => ({
  value: kelvin,
  say: (units) => degreesApart(kelvin, units),
});
/** A flake's size, mm. */
export const saidFlake = (mm: number): SaidQuantity => ({
  value: mm,
  say: (units) => sayFlake(mm, units),
});
/** So much of something: mL, g, mm. */
export const saidAmount = (
  value: number,
  dimension: Dimension,
  decimals?: number,
): SaidQuantity => ({
  value,
  say: (units) => say(value, dimension, units, decimals),
});

const partsOf = (said: Phrase): readonly (string | SaidQuantity)[] =>
  typeof said === 'string' ? [said] : said;
const isQuantity = (part: Phrase | SaidQuantity | number): part is SaidQuantity =>
  typeof part === 'object' && 'say' in part;

/**
 * A phrase from words, quantities and other phrases.
 * @example spoken(phrase`${'A'} and ${phrase`B ${12} s`}`) → 'A and B 12 s'
 */
export const phrase = (
  texts: TemplateStringsArray,
  ...parts: (Phrase | SaidQuantity | number)[]
): Phrase =>
  texts.flatMap((text, i) => {
    const part = parts[i];
    if (part === undefined) return [text];
    if (typeof part === 'number') return [text, String(part)];
    return isQuantity(part) ? [text, part] : [text, ...partsOf(part)];
  });

/** Phrases one after the other. */
export const joined = (phrases: readonly Phrase[], between = ''): Phrase =>
  phrases.flatMap((phrase, i) => (i > 0 ? [between, ...partsOf(phrase)] : partsOf(phrase)));
/** Joins as people do: A; A and B; A, B and C. */
export const and = (phrases: readonly Phrase[]): Phrase =>
  phrases.length < 2
    ? joined(phrases)
    : joined([joined(phrases.slice(0, -1), ', '), phrases.at(-1)!], ' and ');

/**
 * Words as a list is said.
 * @example listed(['A', 'B', 'C']) → 'A, B and C'
 */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** A phrase with its first letter changed. */
function begun(said: Phrase, letter: (first: string) => string): Phrase {
  const parts = partsOf(said);
  const at = parts.findIndex((part) => part !== '');
  return parts.map((part, i) =>
    i === at && typeof part === 'string' ? letter(part.charAt(0)) + part.slice(1) : part,
  );
}
export const capital = (said: Phrase): Phrase => begun(said, (first) => first.toUpperCase());
export const uncapital = (said: Phrase): Phrase => begun(said, (first) => first.toLowerCase());

/** A phrase as it is said in a shop's units. */
export const spoken = (said: Phrase, units: ShopUnits): string =>
  partsOf(said)
    .map((part) => (typeof part === 'string' ? part : part.say(units)))
    .join('');
