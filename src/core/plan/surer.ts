import type { Job, PlanInput } from './input.ts';
import { SUREST } from './surest.ts';
import type { Plan } from './planned.ts';
import { planSession } from './plan.ts';
import { METRIC } from '../quantity/index.ts';

/** What being surer of enough costs: the chance that would be, and shots more, inserts counted. */
export interface Surer {
  confidence: number;
  shots: number;
  /** min more, as long a shot as those there are; null where that is not known */
  minutes: number | null;
}
const TENTH = 0.1;

/**
 * The price of one more chance in ten of enough, in shots; of what is left where there is less than
 * that to the surest.
 * @param seconds the session takes; null where that is not known
 * @returns null where it cannot be surer, or no number of shots makes it so.
 */
export function surer(
  input: PlanInput,
  job: Job,
  { plan, seconds }: { plan: Plan; seconds: number | null },
): Surer | null {
  const confidence = Math.min(SUREST, job.confidence + TENTH);
  if (confidence <= job.confidence + 1e-9) return null;
  const jobs = input.jobs.map((other) => (other.key === job.key ? { ...job, confidence } : other));
  const then = planSession({ ...input, jobs }, METRIC);
  if (then.shots.length === 0 || plan.shots.length === 0) return null;
  const shots = then.shots.length - plan.shots.length;
  const minutes = seconds === null ? null : (shots * seconds) / plan.shots.length / 60;
  return { confidence, shots, minutes };
}
