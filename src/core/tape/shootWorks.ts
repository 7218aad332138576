import type { PlannedDraw, PlannedShot } from '../plan/laid.ts';
import type { Run } from '../plan/run.ts';
import { PLUG_SETS } from '../shot/flow.ts';
import { cupsOf, type Evening } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Step, Work } from './schedule.ts';

const mouldLane = ({ mould }: PlannedShot): string => laneKey('mould', mould);
/** The injector and block a run is shot with, as lanes; none where it is poured. */
export function shotWith({ tools }: Run): string[] {
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
export function shooting(evening: Evening, run: Run, draw: PlannedDraw): Work[] {
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

/** A shot cooled, taken out of its mould and marked; then its baits racked or its inserts laid by. */
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

/** The work that ends when a mould that stood full is empty. */
export const standingKey = (mould: number): string => `standing ${mould}`;
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
