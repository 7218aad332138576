/** Seeded chance (mulberry32), so that the demo shop is the same everywhere. */
export function seeded(seed: number): () => number {
  let word = seed >>> 0;
  return () => {
    word = (word + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(word ^ (word >>> 15), 1 | word);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}
/** A normal draw from two uniform ones (Box–Muller). */
export const normal = (chance: () => number, mean: number, sd: number): number =>
  mean + sd * Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
