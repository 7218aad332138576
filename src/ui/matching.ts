/** Words as they are compared: without case and accents. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/**
 * Of a list, what has every word that is typed somewhere in its name: first what begins with it,
 * then what has it at the beginning of a word, then the rest, each in the order it came.
 */
export function matching<Item>(
  items: readonly Item[],
  typed: string,
  nameOf: (item: Item) => string,
): Item[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [...items];
  const rank = (name: string): number =>
    name.startsWith(words[0]!)
      ? 0
      : name.split(/[\s,]+/).some((part) => part.startsWith(words[0]!))
        ? 1
        : 2;
  return items
    .map((item) => ({ item, name: plain(nameOf(item)) }))
    .filter(({ name }) => words.every((word) => name.includes(word)))
    .map((found) => ({ ...found, rank: rank(found.name) }))
    .sort((one, other) => one.rank - other.rank)
    .map(({ item }) => item);
}
