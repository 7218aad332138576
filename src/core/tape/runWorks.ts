import type { Run } from '../plan/run.ts';
import { closing, matched } from './closeWorks.ts';
import { cookedKey, laterCharges } from './cupWorks.ts';
import { cupsOf, type Evening, handTakes } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Work } from './schedule.ts';
import { shooting, shotWith, standingKey } from './shootWorks.ts';

/**
 * The metal of a run that is cold yet, or cold again since another run was shot in it, warmed together
 * on the plate, once its cups are done.
 */
function metal(evening: Evening, run: Run, after: string[]): Work[] {
  const before = evening.shooting.slice(0, evening.shooting.indexOf(run));
  const { warmed } = evening.ways;
  const wasShot = (id: number) =>
    before.some(({ tools }) => tools.moulds.some((entry) => entry.id === id));
  const byHand = handTakes(evening.known, 'warmed').mean;
  return run.tools.moulds
    .filter(({ id }) => !evening.begun.warm.has(id))
    .map(({ id }): Work => {
      const lane = laneKey('mould', id);
      const pace = evening.paces.get(id)!;
      const isCold = (from: number) => !wasShot(id) || pace.isColdAgain(run, from);
      return {
        key: `warm ${run.key} ${id}`,
        after,
        of: { run: run.key, mould: id },
        steps: [
          {
            act: 'warmed',
            wants: [evening.handsFor('warmed'), [lane]],
            seconds: (from) => (isCold(from) ? byHand : 0),
          },
          {
            act: 'warming',
            // A plate warms by itself; a gun is held.
            wants: warmed === 'gun' ? [evening.handsFor('warmed'), [lane]] : [[lane]],
            seconds: (from) => (isCold(from) ? pace.warm(run, from, warmed) : 0),
          },
        ],
      };
    });
}

/**
 * How long a barrel is seen to between two colours, as a share of what the shop's hands take in the
 * mean: dark in light is three times the work of light in dark (judgement, as in `barrels.ts`).
 */
const SEEN_TO_FOR = { wipe: 0.5, clean: 1.5 } as const;
/** What is between a run and the one its injector was used for: wiped or cleaned of other colours. */
function cleaned(evening: Evening, run: Run): Work[] {
  const change = evening.colourChanges.get(run.key);
  const last = change && evening.lastWith(run);
  if (!last) return [];
  return [
    {
      key: `cleaned ${run.key}`,
      after: [`ended ${last.n}`],
      of: { run: run.key },
      steps: [evening.byHand('cleaned', shotWith(run), SEEN_TO_FOR[change])],
    },
  ];
}

/** Keys of the works that lay by the inserts a run takes: all of them are there before it begins. */
function insertsLaidBy(evening: Evening, { job, stage }: Run): string[] {
  const made = evening.shooting.find(
    (run) => run.job.key === job.key && run.stage.key === stage.takes,
  );
  const keys = made ? evening.drawsOf(made).flatMap((draw) => evening.doneIn(draw)) : [];
  return keys.map(({ n: shot }) => `racked ${shot}`);
}

/** The works of one run: what comes before its first draw, and its draws. */
export function runWorks(evening: Evening, run: Run): Work[] {
  const draws = evening.drawsOf(run);
  const before = evening.lastBefore(run);
  const cups = evening.plan.cups.filter(({ id }) =>
    draws.some((draw) => cupsOf(draw).includes(id)),
  );
  const cooked = cups.map(cookedKey);
  const cleaning = cleaned(evening, run);
  const warm = metal(evening, run, [...cooked, ...(before ? [`draw ${before.n}`] : [])]);
  const ready = [
    ...insertsLaidBy(evening, run),
    ...cooked,
    ...[...cleaning, ...warm].map(({ key }) => key),
  ];
  return [
    ...cleaning,
    ...warm,
    ...draws.flatMap((draw, nth) => {
      const charges = laterCharges(evening, draw.n);
      const previous = evening.drawBefore(draw);
      const emptied = evening.begunIn(draw).flatMap((shot) => {
        const was = evening.shotBefore(shot);
        if (was !== undefined) return [`opened ${was}`];
        return evening.begun.standing.has(shot.mould) ? [standingKey(shot.mould)] : [];
      });
      const after = [
        // What comes after the first draw has waited for it with that.
        ...(nth === 0 ? ready : []),
        ...charges.map(({ key }) => key),
        ...emptied,
        ...(previous ? [`ended ${previous.n}`] : []),
      ];
      return [
        ...charges,
        closing(evening, run, draw, after),
        ...matched(evening, run, draw, after),
        ...shooting(evening, run, draw),
      ];
    }),
  ];
}
