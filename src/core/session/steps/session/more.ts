import { MAKES } from '../../../build/build.ts';
import type { Job } from '../../../plan/input.ts';
import { sum } from '../../../shot/volume.ts';
import { baitOf } from '../../effects/cycle.ts';
import { shelfShotsLeft } from '../../cupGives.ts';
import { ready } from '../../inserts.ts';
import { asAsked } from '../../likeness.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { RunState, SessionState } from '../../state.ts';
import type { Step } from '../../step.ts';
import { count, isKept } from '../../summary.ts';
import type { Decide } from '../atBench.ts';
import { wants } from '../work.ts';
import { jobsOf } from '../../state/jobs.ts';

/** A run against what was ordered of it. */
interface Counted {
  run: RunState;
  planned: Job | undefined;
  good: number;
  need: number;
}

function counted(state: SessionState, run: RunState): Counted {
  const asOrdered = [...state.shots.values()].filter(
    (shot) => shot.job === run.key && isKept(shot) && asAsked(state, shot),
  );
  const planned = jobsOf(state).find((job) => job.key === run.job.key);
  const need = sum((planned ?? run.job).lines.map((line) => line.count));
  return { run, planned, good: count(asOrdered).good, need };
}

/** Whether more of what is shot by now would help the lines: no other colourway, shape or build. */
const wouldHelp = ({ run, planned }: Counted): boolean =>
  planned !== undefined &&
  run.job.colourway.id === planned.colourway.id &&
  run.job.build.key === planned.build.key &&
  run.tools.moulds.some((mould) => baitOf(run, String(mould.id)).id === planned.bait.id);

const onceMore = ({ run, good, need }: Counted): Step => ({
  key: 'more',
  target: run.key,
  sentence: `${need - good} short of ${need} ${run.job.bait.name}: shoot once more?`,
  detail:
    `${good} came good of ${run.done} ${run.done === 1 ? 'shot' : 'shots'}. The cups are ` +
    'still warm; another evening starts cold.',
  label: 'One more shot',
  send: { kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } },
  skip: skipOf('more', run),
});

const leftShort = ({ run, planned, good, need }: Counted): Step => ({
  key: 'more',
  target: run.key,
  sentence:
    `${need - good} short of ${need} ${planned?.bait.name ?? run.job.bait.name}, ` +
    `${planned?.colourway.name ?? ''}`,
  detail:
    `${good} came good as ordered; what is shot by now is ${run.job.colourway.name}. ` +
    `Change back for more, or say on the session's page that others will do.`,
  label: 'Leave it short',
  send: { kind: 'skipped', payload: skipOf('more', run) },
});

/** For the shelf a cup is shot until it is empty. */
const untilEmpty = (run: RunState, left: number): Step => ({
  key: 'more',
  target: run.key,
  sentence:
    `${left === 1 ? 'One more shot' : `${left} more shots`} of ${run.job.bait.name} ` +
    'in what is left: shoot once more?',
  detail: 'Nobody ordered them: what comes good goes to the shelf.',
  label: 'One more shot',
  send: { kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } },
  skip: skipOf('more', run),
});

/** Runs whose shots are all counted, and came short of what was wanted or of what the cups hold. */
export const more: Decide = ({ state }) =>
  [...state.runs.values()]
    .filter((run) => run.stage.makes === 'bait' && run.done > 0 && !isSkipped(state, 'more', run))
    .flatMap((run) => {
      const left = shelfShotsLeft(state, run);
      if (left > 0) return untilEmpty(run, left);
      const of = counted(state, run);
      if (of.good >= of.need) return [];
      return wouldHelp(of) ? onceMore(of) : leftShort(of);
    });

/** A stage that lacks inserts its mould could take: shoot more, or go on with what there is. */
export const moreInserts: Decide = ({ state, run }) => {
  if (!run) return [];
  const next = [...state.runs.values()].find(
    (other) => other.job.key === run.job.key && other.stage.takes === run.stage.key,
  );
  if (!next || run.done < run.target || !wants(state, run)) return [];
  const there = ready(state, next);
  const many = MAKES[run.stage.makes].many;
  return [
    {
      key: 'more',
      target: run.key,
      sentence: `${there} ${many} left for ${next.stage.name.toLowerCase()}: shoot ${many} once more?`,
      detail: 'Each body wants one. Go on without, and the cavities without one are no good.',
      label: 'One more shot',
      send: { kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } },
      others: [
        {
          label: `Go on with ${there}`,
          send: { kind: 'skipped', payload: skipOf('shortOf', run) },
        },
      ],
    },
  ];
};
