/** What one sample had: how many were looked at, and how many of them had what is counted. */
export interface Sample {
  shot: number;
  bad: number;
}
/** A sample on the chart, with the limits its own size gives it. */
export interface ChartPoint {
  share: number;
  low: number;
  high: number;
  /** how it tells that something changed; null = by chance alone */
  tells: Tells | null;
}
/** Ways a point can tell that something changed, and whether for the worse. */
export const TELLS = {
  above: { name: 'above its limit', worse: true },
  below: { name: 'below its limit', worse: false },
  runAbove: { name: 'the eighth over the middle', worse: true },
  runBelow: { name: 'the eighth under the middle', worse: false },
} as const;
type Tells = keyof typeof TELLS;

/** Spreads from the middle to a limit, and points on one side that are no chance any more. */
const SPREADS = 3;
const RUN = 8;

/** What a share tells, by its limits, else by how many stand on its side of the middle. */
function told(
  share: number,
  { low, high, mean, run }: { low: number; high: number; mean: number; run: number },
): Tells | null {
  if (share > high) return 'above';
  if (share < low) return 'below';
  if (run < RUN) return null;
  return share > mean ? 'runAbove' : 'runBelow';
}

/**
 * Shares by sample with limits for each sample’s size: p̄ ± 3 √(p̄(1 − p̄)/n), within 0 and 1, and a
 * run of eight on one side of the middle. Source: NIST/SEMATECH e-Handbook of Statistical Methods,
 * 6.3.3.2 and 6.3.2 (Western Electric rules).
 * @returns the middle, and a point for each sample; the middle is 0 where nothing was looked at
 * @example pChart([{ shot: 50, bad: 5 }, { shot: 50, bad: 15 }]).mean → 0.2
 */
export function pChart(samples: readonly Sample[]): { mean: number; points: ChartPoint[] } {
  const sum = (of: keyof Sample) => samples.reduce((total, sample) => total + sample[of], 0);
  const mean = sum('shot') > 0 ? sum('bad') / sum('shot') : 0;
  let side = 0;
  let run = 0;
  const points = samples.map(({ shot, bad }): ChartPoint => {
    const share = shot > 0 ? bad / shot : mean;
    const off = shot > 0 ? SPREADS * Math.sqrt((mean * (1 - mean)) / shot) : 1;
    const [low, high] = [Math.max(0, mean - off), Math.min(1, mean + off)];
    const now = Math.sign(share - mean);
    run = now !== 0 && now === side ? run + 1 : Math.abs(now);
    side = now;
    return { share, low, high, tells: told(share, { low, high, mean, run }) };
  });
  return { mean, points };
}
