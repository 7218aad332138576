import { useMemo } from 'react';
import type { Job, Plan, PlanInput } from '@/core/plan/index.ts';
import { surer } from '@/core/plan/index.ts';

interface Props {
  input: PlanInput;
  job: Job;
  plan: Plan;
  /** s the session takes; null until that is known */
  seconds: number | null;
}

/** Whether a line it serves has other parts in the session. */
const isOfPack = ({ jobs }: PlanInput, job: Job): boolean => {
  const lines = new Set(job.lines.map(({ line }) => line));
  return jobs.some((other) => other !== job && other.lines.some(({ line }) => lines.has(line)));
};

/** What one more chance in ten of enough costs, in shots and minutes. */
export function SurerSays({ input, job, plan, seconds }: Props) {
  const price = useMemo(() => surer(input, job, { plan, seconds }), [input, job, plan, seconds]);
  if (!price) return null;
  const { shots, confidence, minutes } = price;
  const more =
    shots === 0
      ? 'no shot more'
      : `${shots} ${shots === 1 ? 'shot' : 'shots'} more` +
        (minutes === null ? '' : `, about ${Math.round(minutes)} min`);
  return (
    <p className="hint" data-surer>
      {Math.round(100 * confidence)} in 100: {more}.
      {isOfPack(input, job) && ' One of several in a pack: all of them are to be enough together.'}
    </p>
  );
}
