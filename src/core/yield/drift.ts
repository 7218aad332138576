/** What each of a row of figures is off, in its own spreads, and when. */
export interface Off {
  session: number;
  at: number;
  score: number;
}
/** A thing that is no longer what it was. */
export interface Drifted {
  /** the session it likely began in */
  since: number;
  way: 'up' | 'down';
}

/**
 * A tabular CUSUM on either side: half a spread is let pass, five are too many. While all is well it
 * is wrong once in 465 figures, and a shift of one spread is found after 10.4 in the mean
 * (NIST/SEMATECH e-Handbook, 6.3.2.3; Montgomery, *Introduction to Statistical Quality Control*).
 * What was said stands until the sum has fallen to half of that.
 */
const DRIFT = { pass: 0.5, limit: 5, well: 2.5 } as const;

/** Where scores began to grow that have grown too far and not come back; null where they have not. */
function began(scores: readonly number[]): number | null {
  let [sum, from] = [0, 0];
  let said: number | null = null;
  for (const [at, score] of scores.entries()) {
    if (sum === 0) from = at;
    // No higher than the limit: however bad it was, it may come back as fast.
    sum = Math.min(DRIFT.limit, Math.max(0, sum + score - DRIFT.pass));
    if (sum >= DRIFT.limit) said ??= from;
    else if (sum <= DRIFT.well) said = null;
  }
  return said;
}

/** Whether a thing has drifted by the last of its figures, the oldest first; null = it has not. */
export function drifted(all: readonly Off[]): Drifted | null {
  const scores = all.map(({ score }) => score);
  const sides = [
    { way: 'up', from: began(scores) },
    { way: 'down', from: began(scores.map((score) => -score)) },
  ] as const;
  const found = sides.find(({ from }) => from !== null);
  return found ? { since: all[found.from!]!.session, way: found.way } : null;
}

/** What came of something in one session. */
export interface SessionShare {
  session: number;
  at: number;
  bad: number;
  shot: number;
}
/** Sessions a share must be known of before it is watched, and those at its end that are not its rule. */
const RULE = { least: 6, part: 0.6 } as const;

/**
 * Each session's share bad in spreads off what the older ones had, which differ by more than the
 * luck of single baits: their own spread counts where it is more (a p-chart with a variance ratio:
 * Laney 2002). Empty where too few are known.
 */
export function sharesOff(all: readonly SessionShare[]): Off[] {
  if (all.length < RULE.least) return [];
  const old = all.slice(0, Math.max(RULE.least - 1, Math.floor(RULE.part * all.length)));
  const sum = (of: (one: SessionShare) => number) => old.reduce((total, one) => total + of(one), 0);
  const rule = (sum(({ bad }) => bad) + 1) / (sum(({ shot }) => shot) + 2);
  const plain = ({ bad, shot }: SessionShare): number =>
    (bad - shot * rule) / Math.sqrt(Math.max(1e-9, shot * rule * (1 - rule)));
  const wider = Math.max(1, Math.sqrt(sum((one) => plain(one) ** 2) / Math.max(1, old.length - 1)));
  return all.map((one) => ({ session: one.session, at: one.at, score: plain(one) / wider }));
}
