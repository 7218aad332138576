/**
 * One-sided cumulative sums over a reference: S = max(0, S + x − reference). Source: NIST/SEMATECH
 * e-Handbook of Statistical Methods, 6.3.2.3 (the upper sum of the tabular CUSUM).
 * @example upperSums([1, 3, 0], 1.5) → [0, 1.5, 0]
 */
export function upperSums(values: readonly number[], reference: number): number[] {
  let sum = 0;
  return values.map((value) => (sum = Math.max(0, sum + value - reference)));
}

/** How results that are good or bad, one by one, are watched for a share bad that has grown. */
export interface Watching {
  /** a bad one adds so much, a good one takes 1 away; the sum is never below 0 */
  up: number;
  /** the sum at which it is said to have grown */
  limit: number;
  /** results until it is said for nothing, in the mean, while the share is what it was */
  runs: number;
}

/** The largest limit that is looked for: past it, results are too seldom bad to be watched. */
const MOST_LIMIT = 240;

/** What the sum becomes from each of its values under the limit, and with what chance. */
const nextOf = (sum: number, { up }: Pick<Watching, 'up'>): { bad: number; good: number } => ({
  bad: sum + up,
  good: Math.max(0, sum - 1),
});

/**
 * Results until the limit is reached, in the mean, from 0: exact, as the sum is a Markov chain on
 * whole numbers (Brook & Evans 1972). (I − Q) L = 1 is solved by elimination.
 */
export function meanRun(share: number, { up, limit }: Pick<Watching, 'up' | 'limit'>): number {
  const rows = Array.from({ length: limit }, (_, sum) => {
    const row = new Float64Array(limit + 1);
    const { bad, good } = nextOf(sum, { up });
    row[sum]! += 1;
    row[good]! -= 1 - share;
    if (bad < limit) row[bad]! -= share;
    row[limit] = 1;
    return row;
  });
  for (let at = limit - 1; at > 0; at--)
    for (let above = 0; above < at; above++) {
      const times = rows[above]![at]! / rows[at]![at]!;
      if (times === 0) continue;
      for (let column = 0; column <= limit; column++)
        rows[above]![column]! -= times * rows[at]![column]!;
    }
  return rows[0]![limit]! / rows[0]![0]!;
}

/** Results within which the limit is reached in half of all runs, from 0. @param most looked at */
export function medianRun(
  share: number,
  { up, limit }: Pick<Watching, 'up' | 'limit'>,
  most = 5000,
): number {
  let at = new Float64Array(limit);
  at[0] = 1;
  let still = 1;
  for (let run = 1; run <= most; run++) {
    const next = new Float64Array(limit);
    for (let sum = 0; sum < limit; sum++) {
      const { bad, good } = nextOf(sum, { up });
      next[good]! += (1 - share) * at[sum]!;
      if (bad < limit) next[bad]! += share * at[sum]!;
    }
    at = next;
    still = at.reduce((sum, one) => sum + one, 0);
    if (still <= 0.5) return run;
  }
  return Infinity;
}

/**
 * How to watch for a share that doubles: the log likelihood ratio of both shares, on whole numbers
 * (Reynolds & Stoumbos 1999), with the least limit whose false alarms are as far apart as wanted.
 * @param share bad, while all is well, 0 to ½ exclusive
 * @param runs results between two false alarms, in the mean, at least
 * @returns null where bad ones are so seldom, or false alarms wanted so seldom, that none serves
 */
export function watchFor(share: number, runs: number): Watching | null {
  const doubled = 2 * share;
  if (!(share > 0 && doubled < 1)) return null;
  const up = Math.max(1, Math.round(Math.log(2) / Math.log((1 - share) / (1 - doubled))));
  let [low, high] = [up, MOST_LIMIT];
  if (up >= high || meanRun(share, { up, limit: high }) < runs) return null;
  while (low < high) {
    const limit = Math.floor((low + high) / 2);
    if (meanRun(share, { up, limit }) >= runs) high = limit;
    else low = limit + 1;
  }
  return { up, limit: low, runs: meanRun(share, { up, limit: low }) };
}

/** A share that has grown: where it was first said, and where it likely began. */
export interface GoneBad {
  /** place, from 0, of the result at which the limit was reached last */
  said: number;
  /** place of the first result after the sum was last 0: the likely beginning */
  began: number;
}
/**
 * Whether results, the oldest first, have gone bad by their end: null where the sum has come back to
 * 0 since, or never reached its limit.
 */
export function goneBad(bad: readonly boolean[], { up, limit }: Watching): GoneBad | null {
  let [sum, began] = [0, 0];
  let said: GoneBad | null = null;
  for (const [at, one] of bad.entries()) {
    if (sum === 0) began = at;
    sum = Math.min(limit, one ? sum + up : Math.max(0, sum - 1));
    if (sum === 0) said = null;
    else if (sum >= limit) said ??= { said: at, began };
  }
  return said;
}
