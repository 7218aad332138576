/** Seeded chance (mulberry32), so that the demo shop is the same everywhere. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
/** A normal draw from two uniform ones (Box–Muller). */
export const normal = (chance: () => number, mean: number, sd: number): number =>
  mean + sd * Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
