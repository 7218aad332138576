/** Baits a part of a line still wants. */
interface Wanting {
  part: number;
  bait: number;
  colourway: number;
  wants: number;
  /** usable ones will do too */
  usable: boolean;
}
/** Baits of one kind on the shelf. */
interface Lying {
  bait: number;
  colourway: number;
  grade: string;
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
  const kindOf = ({ bait, colourway }: Pick<Lying, 'bait' | 'colourway'>, grade: string) =>
    `${bait}/${colourway}/${grade}`;
  const left = new Map<string, number>();
  for (const heap of lying) {
    const kind = kindOf(heap, heap.grade);
    left.set(kind, (left.get(kind) ?? 0) + heap.count);
  }
  const take = (kind: string, most: number): number => {
    const taken = Math.min(most, left.get(kind) ?? 0);
    left.set(kind, (left.get(kind) ?? 0) - taken);
    return taken;
  };
  return new Map(
    wanting.map((part) => {
      const bench = Math.min(Math.max(0, part.wants), planned.get(part.part) ?? 0);
      const rest = Math.max(0, part.wants - bench);
      const good = take(kindOf(part, 'good'), rest);
      const usable = part.usable ? take(kindOf(part, 'usable'), rest - good) : 0;
      return [part.part, { bench, shelf: good + usable }];
    }),
  );
}
