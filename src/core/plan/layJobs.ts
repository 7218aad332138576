import { sum } from '../shot/index.ts';
import { shotHeat } from './heat.ts';
import type { CupChoice, Job, PlanInput } from './input.ts';
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

/** Whether cups are to hold the same, whatever they are themselves. */
const holdAlike = (one: CupChoice, other: CupChoice): boolean =>
  one.id === other.id &&
  one.mix === other.mix &&
  one.recipe === other.recipe &&
  one.density20 === other.density20;
const alike = <Item>(
  some: readonly Item[],
  others: readonly Item[],
  same: (one: Item, other: Item) => boolean = Object.is,
): boolean => some.length === others.length && some.every((item, nth) => same(item, others[nth]!));

type LaidOrWhy = LaidJobs | { job: Job; why: NotLaid };
/** What was laid last, and of what: a draft is laid to choose its cups, and then planned with them. */
let last: { of: PlanInput; laid: LaidOrWhy } | null = null;

/**
 * Lays a session's jobs one after the other; those that go on in step by turns. The cups' sizes do
 * not matter for it, only what is to be in them.
 * @returns the job that cannot be laid, and why
 */
export function layJobs(input: PlanInput): LaidOrWhy {
  const { jobs, cups, settings } = input;
  if (
    last &&
    alike(last.of.jobs, jobs) &&
    last.of.settings === settings &&
    alike(last.of.cups, cups, holdAlike)
  )
    return last.laid;
  const laid = laidAnew(input);
  last = { of: { jobs: [...jobs], cups: cups.map((cup) => ({ ...cup })), settings }, laid };
  return laid;
}

function laidAnew(input: PlanInput): LaidOrWhy {
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
