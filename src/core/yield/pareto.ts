import { atLeast } from './atLeast.ts';

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
  /** the cavity it is seen in most, with how often, where that is more than chance; else null */
  mostly: { cavity: number; count: number } | null;
}
/** Times an even share from which a cavity is named (judgement). */
const NAMED = 2;
/** Times a fault is seen before a cavity is named for it (judgement). */
const ENOUGH = 6;

/** Chance with which a cavity is named wrongly, over all of a mould. */
const BY_CHANCE = 0.01;
/**
 * Whether a cavity stands out among so many: twice an even share, and more than chance makes of one
 * of them (binomial; Bonferroni over the cavities).
 */
const isNamed = (most: number, count: number, cavities: number): boolean =>
  cavities > 1 &&
  count >= ENOUGH &&
  most >= (NAMED * count) / cavities &&
  cavities * atLeast(most, count, 1 / cavities) < BY_CHANCE;

/** How often each cavity has each fault, however the counts came. */
function byFault(counts: readonly FaultCount[]): Map<string, Map<number, number>> {
  const faults = new Map<string, Map<number, number>>();
  for (const { fault, cavity, count } of counts) {
    const own = faults.get(fault) ?? new Map<number, number>();
    faults.set(fault, own.set(cavity, (own.get(cavity) ?? 0) + count));
  }
  return faults;
}

/**
 * Faults, the most frequent first, with the share of all down to each.
 * @param counts of a fault and cavity any number of times: they are summed
 * @param cavities of the mould; null = over several moulds no cavity is named
 * @see NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.3 (Pareto plot)
 */
export function pareto(counts: readonly FaultCount[], cavities: number | null): ParetoRow[] {
  const all = counts.reduce((sum, { count }) => sum + count, 0);
  const faults = [...byFault(counts)].map(([fault, own]) => ({
    fault,
    most: [...own].reduce((most, one) => (one[1] > most[1] ? one : most)),
    count: [...own.values()].reduce((sum, count) => sum + count, 0),
  }));
  let sum = 0;
  return faults
    .sort((one, other) => other.count - one.count || one.fault.localeCompare(other.fault))
    .map(({ fault, most: [cavity, most], count }) => {
      sum += count;
      const named = cavities !== null && isNamed(most, count, cavities);
      return {
        fault,
        count,
        upTo: sum / Math.max(1, all),
        mostly: named ? { cavity, count: most } : null,
      };
    });
}
