import type { PlannedDraw, PlannedShot } from '../plan/laid.ts';
import type { CupId } from '../plan/cupId.ts';
import { shotHeat } from '../plan/heat.ts';
import type { Run } from '../plan/run.ts';
import { PLUG_SETS } from '../shot/flow.ts';
import { cookedKey, laterCharges } from './cupWorks.ts';
import { cupsOf, type Evening, SEEN_TO } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Step, Work } from './schedule.ts';

const mouldLane = ({ mould }: PlannedShot): string => laneKey('mould', mould);
/** The injector and block a run is shot with, as lanes; none where it is poured. */
function shotWith({ tools }: Run): string[] {
  return [
    ...(tools.injector ? [laneKey('injector', tools.injector.id)] : []),
    ...(tools.block ? [laneKey('block', tools.block.id)] : []),
  ];
}

/** Its injector held on what was pushed, until it is let go. */
const holding = (evening: Evening, run: Run, shot: PlannedShot): Step => ({
  act: 'holding',
  wants: [
    evening.handsFor('holding'),
    ...[...shotWith(run), mouldLane(shot)].map((lane) => [lane]),
  ],
  seconds: evening.paces.get(shot.mould)!.holds(run),
});

/** s of a burst after which a cup is stirred (a judgement, from scorching). */
const LONGEST_BURST = 75;

/** Its moulds loaded, closed, clamped, TOP seen. */
function closing(evening: Evening, run: Run, draw: PlannedDraw, after: string[]): Work {
  return {
    key: `closed ${draw.n}`,
    after,
    of: { run: run.key, draw: draw.n },
    steps: evening.begunIn(draw).flatMap((shot): Step[] => {
      const lane = mouldLane(shot);
      const pace = evening.paces.get(shot.mould)!;
      return [
        { act: 'rested', wants: [[lane]], seconds: (from) => pace.rest(run, from) },
        ...(run.stage.takes === null ? [] : [evening.byHand('inserted', [lane], pace.cavities)]),
        evening.byHand('closed', [lane]),
        evening.byHand('topChecked', [lane]),
      ];
    }),
  };
}

/**
 * Its cups brought together, from when its moulds may be seen to: a burst and a look each, longer where one stood since it was last drawn
 * from, and a look more for each other cup that went cold meanwhile.
 */
function matched(evening: Evening, run: Run, draw: PlannedDraw, after: string[]): Work[] {
  const cups = cupsOf(draw);
  const shot = shotHeat(run.tools);
  const warm = (cup: CupId) => (at: number) => {
    const pace = evening.cupPaces.get(cup)!;
    const seconds = pace.warm(at, { ml: () => pace.holds(draw, evening.draws), shot });
    // A long one is given in bursts, stirred and read between.
    return seconds + Math.floor(seconds / LONGEST_BURST) * SEEN_TO;
  };
  const closed = `closed ${draw.n}`;
  return cups.flatMap((cup, nth): Work[] => {
    const of = { run: run.key, draw: draw.n, cup };
    const burst: Step = {
      act: 'matching',
      wants: [evening.ovens, [laneKey('cup', cup)]],
      seconds: warm(cup),
    };
    const look: Step = {
      act: 'matchLook',
      wants: [evening.handsFor('matchLook'), [laneKey('cup', cup)]],
      // On to inserts it is drawn near its limit: it is looked at before its last burst, too.
      seconds: (cups.length + (run.stage.takes === null ? 0 : 1)) * SEEN_TO,
    };
    const key = `matched ${draw.n} ${cup}`;
    // The first goes in while hands are at the moulds, to come out as they are closed; where inserts are
    // laid first it would be cold again by then.
    if (nth > 0 || run.stage.takes !== null)
      return [{ key, after: [closed], of, steps: [burst, look] }];
    const early = `early ${draw.n}`;
    return [
      { key: early, after, of, steps: [burst] },
      { key, after: [closed, early], of, steps: [look] },
    ];
  });
}

/** Its injector and block left with what was over until the plug sets, where it is not pushed back. */
function plugSets(run: Run, topping: readonly Step[], fromInjector: boolean): Step[] {
  if (run.tools.habit !== 'plug' || !run.tools.injector) return [];
  // What is topped off out of a cup is so while the plug sets.
  const meanwhile = fromInjector
    ? 0
    : topping.reduce((sum, { seconds }) => sum + Number(seconds), 0);
  return [
    {
      act: 'plugSets',
      wants: shotWith(run).map((lane) => [lane]),
      seconds: Math.max(0, PLUG_SETS - meanwhile),
    },
  ];
}

/** Drawn, shot, held; then topped off and emptied, while the moulds cool and are opened. */
function shooting(evening: Evening, run: Run, draw: PlannedDraw): Work[] {
  const of = { run: run.key, draw: draw.n };
  const cups = cupsOf(draw).map((cup) => laneKey('cup', cup));
  const held = shotWith(run);
  const { topped } = evening.ways;
  const done = evening.doneIn(draw);
  const fromCup = topped === 'cup';
  const topping = done.map((shot) =>
    evening.byHand('toppedOff', [...(fromCup ? cups : held), mouldLane(shot)], 2),
  );
  return [
    {
      key: `draw ${draw.n}`,
      after: cupsOf(draw).map((cup) => `matched ${draw.n} ${cup}`),
      of,
      steps: [
        evening.byHand('drawn', [...held, ...cups]),
        ...evening
          .shotsIn(draw)
          .flatMap((shot) => [
            evening.byHand('shot', [...held, mouldLane(shot)]),
            holding(evening, run, shot),
            evening.byHand('held', [...held, mouldLane(shot)]),
          ]),
      ],
    },
    {
      key: `ended ${draw.n}`,
      after: [`draw ${draw.n}`],
      of,
      steps: [...topping, ...plugSets(run, topping, !fromCup), evening.byHand('emptied', held)],
    },
    ...done.flatMap((shot) => opening(evening, run, draw, shot)),
  ];
}

function opening(evening: Evening, run: Run, draw: PlannedDraw, shot: PlannedShot): Work[] {
  const lane = mouldLane(shot);
  const pace = evening.paces.get(shot.mould)!;
  const of = { run: run.key, draw: draw.n, shot: shot.n, mould: shot.mould };
  return [
    {
      key: `opened ${shot.n}`,
      after: [`draw ${draw.n}`],
      of,
      steps: [
        { act: 'cooling', wants: [], seconds: (from) => pace.cool(run, from) },
        evening.byHand('mouldOpened', [lane]),
        evening.byHand('marked', [lane]),
      ],
    },
    {
      key: `racked ${shot.n}`,
      after: [`opened ${shot.n}`],
      of,
      steps: [
        evening.byHand('returned'),
        evening.byHand(run.stage.makes === 'bait' ? 'racked' : 'kept'),
      ],
    },
  ];
}

/** The metal of a run that is cold yet, warmed together on the plate, once its cups are done. */
function metal(evening: Evening, run: Run, after: string[]): Work[] {
  const before = evening.shooting.slice(0, evening.shooting.indexOf(run));
  const { warmed } = evening.ways;
  const isWarm = (id: number) =>
    evening.begun.warm.has(id) ||
    before.some(({ tools }) => tools.moulds.some((entry) => entry.id === id));
  return run.tools.moulds
    .filter(({ id }) => !isWarm(id))
    .map(({ id }): Work => {
      const lane = laneKey('mould', id);
      return {
        key: `warm ${run.key} ${id}`,
        after,
        of: { run: run.key, mould: id },
        steps: [
          evening.byHand('warmed', [lane]),
          {
            act: 'warming',
            // A plate warms by itself; a gun is held.
            wants: warmed === 'gun' ? [evening.handsFor('warmed'), [lane]] : [[lane]],
            seconds: (from) => evening.paces.get(id)!.warm(from, warmed),
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
  const wants = evening.colourChanges.get(run.key);
  const last = wants && evening.drawsOf(wants.after).at(-1);
  if (!last) return [];
  return [
    {
      key: `cleaned ${run.key}`,
      after: [`ended ${last.n}`],
      of: { run: run.key },
      steps: [evening.byHand('cleaned', shotWith(run), SEEN_TO_FOR[wants.change])],
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

const standingKey = (mould: number): string => `standing ${mould}`;
/** Moulds a shot stands in yet: opened when it is firm, looked at, its baits racked. */
export const standing = (evening: Evening): Work[] =>
  [...evening.begun.standing].map(([mould, seconds]): Work => {
    const lane = laneKey('mould', mould);
    return {
      key: standingKey(mould),
      after: [],
      of: { mould },
      steps: [
        { act: 'cooling', wants: [], seconds },
        evening.byHand('mouldOpened', [lane]),
        evening.byHand('marked', [lane]),
        evening.byHand('returned'),
        evening.byHand('racked'),
      ],
    };
  });

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
      const previous = draws[nth - 1] ?? before;
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
