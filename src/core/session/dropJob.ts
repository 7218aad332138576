import type { SessionState } from './state.ts';
import type { Send } from './step.ts';

/** What drops a job that nothing is shot of: its shots and its trials, stage by stage. */
export const dropJob = ({ runs }: SessionState, job: string): Send[] =>
  [...runs.values()]
    .filter((run) => run.job.key === job)
    .flatMap(({ key, target, trials }) =>
      (
        [
          ['shots', target],
          ['trials', trials],
        ] as const
      )
        .filter(([, count]) => count > 0)
        .map(([what, count]): Send => ({
          kind: 'changed',
          payload: { what, job: key, by: -count },
        })),
    );
