/** A fault with how often it was seen, and where it mostly comes from. */
export interface FaultCount {
  fault: string;
  cavity: number;
  count: number;
}
export interface ParetoRow {
  fault: string;
  count: number;
  /** share of all faults down to this one */
  upTo: number;
  /** the cavity it is seen in most, with how often, where that is beyond an even share; else null */
  mostly: { cavity: number; count: number } | null;
}
/** Times an even share from which a cavity is named (judgement). */
const NAMED = 2;
/** Times a fault is seen before a cavity is named for it (judgement). */
const ENOUGH = 6;

/**
 * Faults, the most frequent first, with the share of all down to each.
 * @param cavities of the mould; null = over several moulds no cavity is named
 * @see NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.3 (Pareto plot)
 */
export function pareto(counts: readonly FaultCount[], cavities: number | null): ParetoRow[] {
  const all = counts.reduce((sum, { count }) => sum + count, 0);
  const faults = [...new Set(counts.map(({ fault }) => fault))].map((fault) => {
    const own = counts.filter((one) => one.fault === fault);
    return { fault, own, count: own.reduce((sum, { count }) => sum + count, 0) };
  });
  let sum = 0;
  return faults
    .sort((one, other) => other.count - one.count || one.fault.localeCompare(other.fault))
    .map(({ fault, own, count }) => {
      sum += count;
      const [most] = [...own].sort((one, other) => other.count - one.count);
      const named =
        cavities !== null &&
        cavities > 1 &&
        count >= ENOUGH &&
        most !== undefined &&
        most.count >= (NAMED * count) / cavities;
      return {
        fault,
        count,
        upTo: sum / Math.max(1, all),
        mostly: named ? { cavity: most.cavity, count: most.count } : null,
      };
    });
}
