/** A part of an open line that still wants shooting. */
export interface PartToShoot {
  part: number;
  bait: number;
  colourway: number;
  /** baits neither shot, nor on the shelf, nor on an open bench */
  rest: number;
  /** the day it is promised for, as 2026-12-01 */
  due: string;
}

/** Parts of the book that one mould and one colourway serve together. */
export interface Batch {
  mould: number;
  colourway: number;
  bait: number;
  parts: PartToShoot[];
  baits: number;
  /** the soonest day any of it is promised for */
  due: string;
}

/**
 * What can be shot at one go: parts that share a bait's usual mould and a colourway, the soonest
 * promised first; of those promised for one day the larger first.
 * @param mouldOf the usual mould of a bait; null = nothing makes it, and it is left out
 */
export function batches(
  parts: readonly PartToShoot[],
  mouldOf: (bait: number) => number | null,
): Batch[] {
  const found = new Map<string, Batch>();
  for (const part of parts) {
    const mould = mouldOf(part.bait);
    if (mould === null || part.rest <= 0) continue;
    const { bait, colourway, due } = part;
    const key = `${mould}/${bait}/${colourway}`;
    const batch = found.get(key) ?? { mould, colourway, bait, parts: [], baits: 0, due };
    batch.parts.push(part);
    batch.baits += part.rest;
    batch.due = due < batch.due ? due : batch.due;
    found.set(key, batch);
  }
  return [...found.values()].sort(
    (one, other) => one.due.localeCompare(other.due) || other.baits - one.baits,
  );
}
