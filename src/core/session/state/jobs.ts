import type { Job, ServedLine } from '../../plan/input.ts';
import type { Snapshot } from './snapshot.ts';

/** An order line that joined a job while it was shot. */
export interface JoinedLine {
  event: string;
  job: string;
  line: ServedLine;
}

/**
 * What a session shoots, and for whom: as it was planned, and what was taken on since. What was
 * changed of how it is shot is in its runs.
 */
export const jobsOf = ({
  snapshot,
  also,
  joined,
}: {
  snapshot: Snapshot;
  also: readonly Job[];
  joined: readonly JoinedLine[];
}): Job[] =>
  [...snapshot.input.jobs, ...also].map((job) => {
    const more = joined.filter((one) => one.job === job.key).map(({ line }) => line);
    return more.length === 0 ? job : { ...job, lines: [...job.lines, ...more] };
  });
