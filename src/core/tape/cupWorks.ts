import { DEGAS, type DegassedAt } from '../plan/degas.ts';
import type { PlannedCup } from '../plan/planned.ts';
import type { Run } from '../plan/run.ts';
import { SHORT_BURST } from '../ways.ts';
import { cupsOf, type Evening, handTakes } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Step, Work } from './schedule.ts';

/** °C a cup has that more is put into (judgement). */
export const WARM_CUP = 90;

/** g of a cup's first charge, pucks in it. */
export const firstGrams = (cup: PlannedCup): number =>
  (cup.charges[0]?.grams ?? 0) + (cup.begins?.grams ?? 0);

const preparedKey = (cup: PlannedCup): string => `prepared ${cup.id}`;
export const cookedKey = (cup: PlannedCup): string => `cooked ${cup.id}`;
const chargedKey = (cup: PlannedCup, beforeDraw: number): string =>
  `charged ${cup.id} before ${beforeDraw}`;

/** A charge put into a cup. @param from °C of all that is in it then */
function charged(evening: Evening, cup: PlannedCup, from: number): Step {
  const step = evening.byHand('charged', [laneKey('cup', cup.id)]);
  const { mean } = handTakes(evening.known, 'charged');
  return {
    ...step,
    seconds: (at) => {
      evening.cupPaces.get(cup.id)!.charged(at + mean, from);
      return mean;
    },
  };
}

/** A charge brought through fusion: in bursts, with a stir and a look after each, as its oven needs. */
function through(
  evening: Evening,
  cup: PlannedCup,
  { key, after, grams }: { key: string; after: readonly string[]; grams: number },
): Work {
  const lane = laneKey('cup', cup.id);
  const pace = evening.cupPaces.get(cup.id)!;
  const longest = evening.ways.bursts === 'short' ? SHORT_BURST : Infinity;
  return {
    key,
    after,
    of: { cup: cup.id },
    steps: [
      {
        act: 'cooking',
        wants: [evening.ovens, [lane]],
        seconds: (at, lanes) => pace.burst(at, { grams, oven: evening.ovenIn(lanes), longest }),
      },
      { act: 'cookLook', wants: [evening.handsFor('cookLook'), [lane]], seconds: evening.look },
    ],
    until: () => pace.isThrough,
  };
}

/** The run that first draws from a cup; undefined where none does. */
function firstRun(evening: Evening, cup: PlannedCup): Run | undefined {
  const first = evening.draws.find((draw) => cupsOf(draw).includes(cup.id));
  return first && evening.runOf(first);
}
/** Cups by the run that first draws from them: they are made ready and cooked together. */
function byFirstRun(evening: Evening): Map<Run | undefined, PlannedCup[]> {
  const cups = new Map<Run | undefined, PlannedCup[]>();
  for (const cup of evening.plan.cups) {
    const run = firstRun(evening, cup);
    cups.set(run, [...(cups.get(run) ?? []), cup]);
  }
  return cups;
}

/** The air let out of a cup, at each of some moments its plan says so for. */
function degassed(evening: Evening, cup: PlannedCup, moments: readonly DegassedAt[]): Step[] {
  const at: readonly DegassedAt[] = DEGAS[evening.choice(cup.id).degas].at;
  return moments
    .filter((moment) => at.includes(moment))
    .map(() => evening.byHand('degassed', [laneKey('cup', cup.id), laneKey('pot', 1)]));
}

/** Woken and measured, the air let out of it cold where it is. @param run that first draws from it */
function prepared(evening: Evening, cup: PlannedCup, run: Run | undefined): Work {
  const before = run && evening.lastBefore(run);
  return {
    key: preparedKey(cup),
    after: before ? [`draw ${before.n}`] : [],
    of: { cup: cup.id },
    steps: evening.begun.holds.has(cup.id)
      ? []
      : [
          evening.byHand('woken', [laneKey('cup', cup.id)]),
          charged(evening, cup, evening.known.room),
          ...degassed(evening, cup, ['cold']),
        ],
  };
}

/**
 * Brought through fusion, then coloured, the air let out of it hot where it is.
 * @param after keys of what must be over
 */
function cooked(evening: Evening, cup: PlannedCup, after: readonly string[]): Work[] {
  const { begun } = evening;
  const key = `through ${cup.id}`;
  const isThrough = begun.cooked.has(cup.id);
  return [
    ...(isThrough ? [] : [through(evening, cup, { key, after, grams: firstGrams(cup) })]),
    {
      key: cookedKey(cup),
      after: isThrough ? after : [key],
      of: { cup: cup.id },
      steps: begun.coloured.has(cup.id)
        ? []
        : [
            ...degassed(evening, cup, ['before colour']),
            evening.byHand('coloured', [laneKey('cup', cup.id)]),
            ...degassed(evening, cup, ['after colour']),
          ],
    },
  ];
}

/**
 * The cups a run is the first to draw from are made ready one after the other once the run before was
 * drawn for the last time, then cooked beside each other.
 */
export function firstCharges(evening: Evening): Work[] {
  const together = [...byFirstRun(evening)];
  return [
    ...together.flatMap(([run, cups]) => cups.map((cup) => prepared(evening, cup, run))),
    ...together.flatMap(([, cups]) => {
      const ready = cups.map(preparedKey);
      return cups.flatMap((cup) => cooked(evening, cup, ready));
    }),
  ];
}

/** What is added to cups later: as soon as the draw before is over, cooked before the next. */
export function laterCharges(evening: Evening, draw: number): Work[] {
  return evening.plan.cups.flatMap((cup) =>
    cup.charges.slice(1).flatMap(({ beforeDraw, grams }): Work[] => {
      if (beforeDraw !== draw) return [];
      const last = evening.draws.filter(
        (other) => other.n < draw && cupsOf(other).includes(cup.id),
      );
      const key = chargedKey(cup, draw);
      const [put, cook] = [`put: ${key}`, `through: ${key}`];
      const of = { cup: cup.id };
      return [
        {
          ...{ key: put, of },
          after: [cookedKey(cup), ...last.slice(-1).map((other) => `ended ${other.n}`)],
          steps: [charged(evening, cup, WARM_CUP)],
        },
        through(evening, cup, { key: cook, after: [put], grams }),
        {
          ...{ key, of },
          after: [cook],
          steps: [evening.byHand('coloured', [laneKey('cup', cup.id)])],
        },
      ];
    }),
  );
}
