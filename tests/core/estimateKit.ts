import assert from 'node:assert/strict';
import type { Burst } from '@/core/heat/index.ts';
import { heatOf } from '@/core/heat/index.ts';
import type { follower } from '@/core/session/index.ts';

export const use = { oven: 'o', power: 900, level: 1 };
export const burst = (seconds: number, cup = 'A'): Burst => ({ ...use, cups: [cup], seconds });

// Issue 10, A1: whatever a bench logs, the estimate stays one.
export const vessel = { name: 'Glass', volume: 500, bore: 85, fill: 0.9, froth: 0.5 };
/** Least pivot of a Cholesky factor against the diagonal: below nothing it is no covariance. */
function pivots(spread: number[][]): number {
  const low: number[][] = spread.map((result) => result.map(() => 0));
  let worst = Infinity;
  spread.forEach((row, i) => {
    for (let j = 0; j < i; j++)
      low[i]![j] =
        low[j]![j]! > 0
          ? (row[j]! - low[i]!.slice(0, j).reduce((sum, x, k) => sum + x * low[j]![k]!, 0)) /
            low[j]![j]!
          : 0;
    const left = row[i]! - low[i]!.slice(0, i).reduce((sum, x) => sum + x * x, 0);
    worst = Math.min(worst, left / Math.max(1e-9, row[i]!));
    low[i]![i] = Math.sqrt(Math.max(0, left));
  });
  return worst;
}
export function sane(
  followed: ReturnType<ReturnType<typeof follower>>,
  hottest: number,
  what: string,
): void {
  const { belief } = followed;
  assert.ok(
    [...belief.mean, ...belief.covariance.flat()].every(Number.isFinite),
    `${what}: finite`,
  );
  for (const cup of belief.cups) {
    const { celsius, low, high, sd } = heatOf(belief, cup);
    assert.ok(
      celsius >= 20 - 10 && celsius <= hottest + 1,
      `${what}: ${celsius}° is between the room and ${hottest}°`,
    );
    assert.ok(
      low >= 20 - 10 && high <= hottest + 1 && sd <= (hottest + 10) / 2,
      `${what}: ${low} to ${high} is possible`,
    );
  }
  assert.ok(pivots(belief.covariance) > -1e-6, `${what}: a covariance`);
}
