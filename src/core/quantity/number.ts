import type { Dimension } from './units.ts';

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
export const WORDS: Record<string, number> = {
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
const ARTICLES = ['a', 'an'];
const isNumber = (word: string): boolean => word in WORDS || word in PARTS || /^\d/.test(word);
/** What is said before a part that stands alone: “and a half”, “half a cup”. */
const BEFORE_A_PART = [undefined, 'and', ...ARTICLES];
const countOf = (word: string): number | null => {
  if (word in WORDS) return WORDS[word]!;
  return /^\d+$/.test(word) ? Number(word) : null;
};
/** One word of a spoken number, with those beside it: its figures, and how many words they took. */
function figures(
  word: string,
  { before, next, first }: { before: string | undefined; next: string; first: boolean },
): { said: string | null; words: 1 | 2 } {
  if (word === 'and' && !first && (isNumber(next) || ARTICLES.includes(next)))
    return { said: null, words: 1 };
  // “half a cup” has its number already; “a half” gets it next; “a cup” is one.
  if (ARTICLES.includes(word)) return { said: first && !(next in PARTS) ? '1' : null, words: 1 };
  const count = countOf(word);
  if (count !== null && next in PARTS && next.endsWith('s'))
    return { said: `${count}/${PARTS[next]}`, words: 2 };
  if (word in PARTS && BEFORE_A_PART.includes(before))
    return { said: `1/${PARTS[word]}`, words: 1 };
  return { said: word in WORDS ? String(WORDS[word]) : word, words: 1 };
}
/**
 * Words of a spoken number as figures: `one and a half cups` → `1 1/2 cups`, `half a cup` → `1/2
 * cup`.
 */
function spoken(text: string): string {
  const out: string[] = [];
  const words = text.split(' ');
  for (let i = 0; i < words.length;) {
    const beside = { before: words[i - 1], next: words[i + 1] ?? '', first: out.length === 0 };
    const { said, words: taken } = figures(words[i]!, beside);
    if (said !== null) out.push(said);
    i += taken;
  }
  return out.join(' ');
}
/** What was typed, in one way of writing: figures, single spaces, plain signs. */
export function plain(typed: string): string {
  let text = typed
    .toLowerCase()
    .replace(/[−–]/g, '-')
    .replace(/℃/g, '°c')
    .replace(/℉/g, '°f')
    .replace(/[×✕]/g, 'x')
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞⅕⅙]/g, (letter) => ` ${VULGAR[letter]}`);
  text = text.split(/\s+/).filter(Boolean).join(' ').replace(ABOUT, '');
  return spoken(
    text
      .replace(/\bfl(?:uid)?\.? ?(?:oz\b\.?|ounces?\b)/g, 'floz')
      .replace(/\btea ?spoon/g, 'teaspoon')
      .replace(/\btable ?spoon/g, 'tablespoon'),
  );
}
export const NAMED: Record<Dimension, string> = {
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
/**
 * A number at the start of a text, and what follows it; `both` where thousands and decimals cannot
 * be told apart.
 */
export function takeNumber(text: string): { value: number; both?: number; rest: string } | null {
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
  // A comma before three digits, or a point before three that end in nothing, may be thousands or
  // decimals: asked, not guessed.
  const grouped = /^([+-]?[1-9]\d{0,2})([.,])(\d{3})$/.exec(number);
  if (grouped && (grouped[2] === ',' || grouped[3]!.endsWith('0')))
    return {
      value: Number(`${grouped[1]}.${grouped[3]}`),
      both: Number(`${grouped[1]}${grouped[3]}`),
      rest,
    };
  return /[.,].*[.,]/.test(number) ? null : { value: Number(number.replace(',', '.')), rest };
}
