import { sum } from '../shot/index.ts';
import { shotHeat } from './heat.ts';
import type { Job, PlanInput } from './input.ts';
import type { Laid, NotLaid } from './laid.ts';
import { type InTurns, layInTurns } from './layInTurns.ts';
import { layJob } from './lay.ts';
import { runsOf } from './run.ts';

/** All a session's jobs, run by run: their shots, draws, and where every gram goes. */
export interface LaidJobs extends InTurns {
  runs: Laid[];
  /** the hottest anything is drawn at, °C */
  hottest: number;
}

/**
 * Lays a session's jobs one after the other; those that go on in step by turns. The cups' sizes do
 * not matter for it, only what is to be in them.
 * @returns the job that cannot be laid, and why
 */
export function layJobs(input: PlanInput): LaidJobs | { job: Job; why: NotLaid } {
  const runs: Laid[] = [];
  for (const job of input.jobs) {
    const own = layJob(
      job,
      input,
      1 + sum(runs.map(({ shots }) => shots.length)),
      1 + sum(runs.map(({ draws }) => draws.length)),
    );
    if (typeof own === 'string') return { job, why: own };
    runs.push(...own);
  }
  const each = input.jobs.flatMap(runsOf).map((run, nth) => ({ run, laid: runs[nth]! }));
  return {
    runs,
    ...layInTurns(each),
    hottest: Math.max(...input.jobs.flatMap(({ tools }) => tools.map(shotHeat))),
  };
}
