import { GLOSSARY } from './glossary.ts';

type WordKey = keyof typeof GLOSSARY;
/** A stretch of a text: plain, or a word of the trade as it stands there. */
export interface Stretch {
  text: string;
  word: WordKey | null;
}

/** Forms a word stands in beside its own. */
const FORMS: Partial<Record<WordKey, readonly string[]>> = {
  fusion: ['fused'],
  cavity: ['cavities'],
  topOff: ['topped off', 'top off'],
  cure: ['cured', 'cures'],
  heats: [],
  short: [],
  second: [],
  usable: [],
  hold: ['held'],
  match: ['matched'],
  pack: [],
};
/** Words with another meaning in plain speech: only their forms above are taken for the trade's. */
const PLAIN: ReadonlySet<WordKey> = new Set([
  'short',
  'second',
  'usable',
  'heats',
  'hold',
  'match',
  'pack',
]);

const formsOf = (key: WordKey): readonly string[] => {
  const { word } = GLOSSARY[key];
  const more = FORMS[key] ?? [];
  return PLAIN.has(key) ? more : [word, `${word}s`, ...more];
};
const KEYS = Object.keys(GLOSSARY) as WordKey[];
const BY_FORM = new Map(
  KEYS.flatMap((key) => formsOf(key).map((form) => [form.toLowerCase(), key] as const)),
);
/** Longest first, so that “trial shot” is not taken for a shot. */
const ANY = new RegExp(
  `\\b(${[...BY_FORM.keys()].sort((one, other) => other.length - one.length).join('|')})\\b`,
  'gi',
);

/**
 * A text parted at its words of the trade: each is marked where it stands first.
 * @example explained('The gate.').map((part) => part.word) → [null, 'gate', null]
 */
export function explained(text: string): Stretch[] {
  const parts: Stretch[] = [];
  const marked = new Set<WordKey>();
  let from = 0;
  for (const found of text.matchAll(ANY)) {
    const word = BY_FORM.get(found[0].toLowerCase())!;
    // TOP is the half of a mould by its capitals alone; the top of a cup is none.
    if (marked.has(word) || (word === 'top' && found[0] !== 'TOP')) continue;
    marked.add(word);
    if (found.index > from) parts.push({ text: text.slice(from, found.index), word: null });
    parts.push({ text: found[0], word });
    from = found.index + found[0].length;
  }
  if (from < text.length) parts.push({ text: text.slice(from), word: null });
  return parts;
}
