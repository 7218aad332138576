import type { LaneKey } from './lanes.ts';
import { cooking, COOK_BURSTS } from './cookingTime.ts';
import type { Estimate } from '../heat/index.ts';
import {
  BAIT_TAKES,
  evening,
  HANDS,
  losing,
  mouldPrior,
  warmTime,
  worthWaiting,
} from '../heat/index.ts';
import type { TimingKnown, HandKind } from './hands.ts';
import { HAND_USUAL, HAND_SPREAD } from './hands.ts';
import { shotHeat } from './heat.ts';
import type { Mould } from '../mould/schema.ts';
import type { PlanInput, Tools } from './input.ts';
import type { CupId } from './cupId.ts';
import { castAs, heatOfMould } from './mouldHeat.ts';
import type { Plan } from './planned.ts';
import type { Run } from './run.ts';

/** s a look takes until its figure is typed in. */
const LOOK = 9;
/** s a cup is seen to: changed over, stirred, read. */
export const SEEN_TO = HANDS.change + HANDS.stir + LOOK;
/** s a mould takes on the plate where its heat can never be had there. */
const WARM_ANYWAY = 600;

const hand = (known: TimingKnown, kind: HandKind): Estimate =>
  known.hands[kind] ?? { mean: HAND_USUAL[kind], sd: HAND_SPREAD * HAND_USUAL[kind] };
/** s of so many acts of each kind. */
const handsOf = (known: TimingKnown, kinds: [HandKind, number][]): Estimate => ({
  mean: kinds.reduce((sum, [kind, count]) => sum + count * hand(known, kind).mean, 0),
  sd: Math.sqrt(kinds.reduce((sum, [kind, count]) => sum + count * hand(known, kind).sd ** 2, 0)),
});
export const mean = (estimates: readonly Estimate[]): number =>
  estimates.reduce((sum, one) => sum + one.mean, 0);
export const added = (estimates: readonly Estimate[]): Estimate => ({
  mean: mean(estimates),
  sd: Math.sqrt(estimates.reduce((sum, one) => sum + one.sd ** 2, 0)),
});
/** `1 cup`, `2 cups`. */
export const many = (count: number, one: string): string =>
  `${count} ${one}${count === 1 ? '' : 's'}`;

/** A part of a session: what is done, why it takes so long, and how long. */
export interface Part {
  lane: LaneKey;
  /** it is done before the first draw */
  before: boolean;
  what: string;
  why: string;
  seconds: Estimate;
}
type InTools = Tools['moulds'][number];
/** What a session is timed by. */
export interface Timed {
  plan: Plan;
  input: PlanInput;
  known: TimingKnown;
  runs: Run[];
  moulds: Mould[];
}

/** Cups woken, measured and coloured; every charge cooked. */
export function cups({ plan, input, known }: Timed): { prepare: Part; cook: Part } {
  const chosen = (id: CupId) => input.cups.find((cup) => cup.id === id)!;
  const first = plan.cups.map((cup) =>
    cooking(
      chosen(cup.id),
      (cup.charges[0]?.grams ?? 0) + (cup.begins?.grams ?? 0),
      known.room,
      known,
    ),
  );
  const more = plan.cups.flatMap((cup) =>
    cup.charges.slice(1).map((charge) => cooking(chosen(cup.id), charge.grams, WARM_CUP, known)),
  );
  const charges = [...first, ...more];
  // First charges share the ovens; what is added later cooks while the rest is shot from.
  const atOnce = Math.max(1, Math.min(known.ovens, first.length));
  const heating = mean(first) / atOnce + mean(more);
  const degassed = plan.cups.filter((cup) => chosen(cup.id).degas !== 'none').length;
  const ovens = atOnce > 1 ? `${atOnce} ovens` : known.oven.oven.name;
  return {
    prepare: {
      lane: 'hands',
      before: true,
      what: 'Wake, measure, colour',
      why: many(plan.cups.length, 'cup') + (degassed ? `, ${degassed} degassed` : ''),
      seconds: handsOf(known, [
        ['woken', plan.cups.length],
        ['charged', charges.length],
        ['coloured', charges.length],
        ['degassed', degassed],
      ]),
    },
    cook: {
      lane: 'ovens',
      before: true,
      what: 'Cook',
      why: `${Math.round(heating / 60)} min in ${ovens}, ${many(charges.length, 'charge')}`,
      seconds: {
        mean: heating + charges.length * COOK_BURSTS * SEEN_TO,
        sd: charges.reduce((sum, one) => sum + one.sd, 0) / atOnce,
      },
    },
  };
}
/** °C a cup has that more is put into (judgement). */
const WARM_CUP = 90;

/** Metal is warmed last: all of it together on the plate, once the cups are done. */
export function metal({ moulds, known }: Timed): Part {
  const each = moulds.map((mould) =>
    warmTime(heatOfMould(mould).body, {
      from: known.room,
      to: mould.warmTo,
      room: known.room,
      by: 'plate',
    }),
  );
  const warm = Math.max(0, ...each.map((seconds) => seconds ?? WARM_ANYWAY));
  return {
    lane: 'plate',
    before: true,
    what: 'Warm the metal',
    why:
      warm > 0
        ? `${Math.round(warm / 60)} min on the plate, once the cups are done`
        : 'it is warm enough',
    seconds: { mean: warm + moulds.length * hand(known, 'warmed').mean, sd: 0.2 * warm },
  };
}

/** s of one shot, from closing the mould to the baits on the rack. */
function shotHands({ plan, known }: Timed): Estimate {
  const drawsPerShot = plan.draws.length / Math.max(1, plan.shots.length);
  return handsOf(known, [
    ['closed', 1],
    ['topChecked', 1],
    ['drawn', drawsPerShot],
    ['shot', 1],
    ['held', 1],
    ['toppedOff', 2],
    ['emptied', drawsPerShot],
    ['mouldOpened', 1],
    ['marked', 1],
    ['returned', 1],
    ['racked', 1],
  ]);
}

/** s one mould of a run is waited for, shot after shot, that hands at the others cannot fill. */
function waitsFor(
  { known }: Timed,
  { run, entry, shots, hands }: { run: Run; entry: InTools; shots: number; hands: number },
): number {
  const { mould } = entry;
  const learned = mouldPrior(known.learned, mould);
  const reckoned = heatOfMould(mould, castAs(run.stage));
  const cycles = evening(
    { ...reckoned, body: losing(reckoned.body, learned.loss.mean) },
    {
      shots,
      start: mould.warmTo,
      shot: Math.round(shotHeat(run.tools) / 5) * 5,
      room: known.room,
      hands,
    },
  );
  const moulds = run.tools.moulds.length;
  const meanwhile = (moulds - 1) * hands;
  const worth = (open: number) =>
    open * Math.exp(worthWaiting(open, learned.opens, mould.cavities.length, BAIT_TAKES));
  return cycles.reduce(
    (sum, { open, rested }) =>
      sum + Math.max(0, mould.hold + worth(open) + rested - meanwhile) / moulds,
    0,
  );
}
/** Each mould cools while the hands serve the others: shots, and what is waited for. */
export function shooting(timed: Timed): { shooting: Part; cooling: Part } {
  const { plan, runs, moulds } = timed;
  const each = shotHands(timed);
  let waiting = 0;
  let shots = 0;
  for (const run of runs)
    for (const entry of run.tools.moulds) {
      const own = plan.shots.filter((shot) => shot.job === run.key && shot.mould === entry.id);
      if (own.length === 0) continue;
      const waits = waitsFor(timed, { run, entry, shots: own.length, hands: each.mean });
      waiting += waits;
      shots += own.length;
    }
  return {
    shooting: {
      lane: 'hands',
      before: false,
      what: 'Shoot, open, look, rack',
      why: many(plan.shots.length, 'shot'),
      seconds: {
        mean: shots * each.mean,
        sd: each.sd * Math.sqrt(Math.max(1, plan.shots.length)),
      },
    },
    cooling: {
      lane: 'moulds',
      before: false,
      what: 'Wait for moulds',
      why: `${many(moulds.length, 'mould')} at work`,
      seconds: { mean: waiting, sd: 0.15 * waiting },
    },
  };
}

/** Inserts laid in and by, and injectors cleaned from one run to the next. */
export function inserts({ plan, known }: Timed): Part {
  const shotsOf = (runs: Plan['runs']) => runs.reduce((sum, run) => sum + run.shots, 0);
  const laid = shotsOf(plan.runs.filter((run) => run.takes));
  return {
    lane: 'hands',
    before: false,
    what: laid > 0 ? 'Inserts in and by, injectors cleaned' : 'Clean between runs',
    why:
      laid > 0
        ? `${laid} ${laid === 1 ? 'shot takes' : 'shots take'} inserts`
        : `${plan.runs.length} runs`,
    seconds: handsOf(known, [
      ['loaded', laid],
      ['kept', shotsOf(plan.runs.filter((run) => run.makes !== 'bait'))],
      ['cleaned', Math.max(0, plan.runs.length - 1)],
    ]),
  };
}
