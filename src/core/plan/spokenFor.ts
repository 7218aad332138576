/** Baits a part of a line still wants. */
interface Wanting {
  part: number;
  bait: number;
  colourway: number;
  wants: number;
}
/** Good baits of one kind on the shelf. */
interface Lying {
  bait: number;
  colourway: number;
  count: number;
}
/** Of what a part wants: so many an open bench shoots for it, so many lie on the shelf. */
export interface SpokenFor {
  bench: number;
  shelf: number;
}

/**
 * What need not be shot any more: what open benches shoot for a line already, and what lies on the
 * shelf, the line that stands first taking first. No bait is counted for two.
 * @param wanting parts in the order they are promised
 * @param planned baits open benches shoot, by part
 */
export function spokenFor(
  wanting: readonly Wanting[],
  { lying, planned }: { lying: readonly Lying[]; planned: ReadonlyMap<number, number> },
): Map<number, SpokenFor> {
  const kindOf = ({ bait, colourway }: { bait: number; colourway: number }) =>
    `${bait}/${colourway}`;
  const left = new Map<string, number>();
  for (const heap of lying) left.set(kindOf(heap), (left.get(kindOf(heap)) ?? 0) + heap.count);
  return new Map(
    wanting.map((part) => {
      const bench = Math.min(Math.max(0, part.wants), planned.get(part.part) ?? 0);
      const there = left.get(kindOf(part)) ?? 0;
      const shelf = Math.min(Math.max(0, part.wants - bench), there);
      left.set(kindOf(part), there - shelf);
      return [part.part, { bench, shelf }];
    }),
  );
}
