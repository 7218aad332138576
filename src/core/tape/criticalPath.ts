import type { LaidStep } from './schedule.ts';

/**
 * Steps an evening's end hangs on, from the first: each began as the one before it was over
 * (critical path). A step beside it that takes longer ends nothing later.
 */
export function criticalPath(steps: readonly LaidStep[]): LaidStep[] {
  const path: LaidStep[] = [];
  let step: LaidStep | null = null;
  for (const one of steps) if (!step || one.to > step.to) step = one;
  for (; step; step = step.because) path.push(step);
  return path.reverse();
}
