import { afterBurst, type CupHeat, laterOf } from '../heat/index.ts';
import { density } from '../material/index.ts';
import type { CupId } from '../plan/cupId.ts';
import { shotHeat } from '../plan/heat.ts';
import type { PlannedCup } from '../plan/planned.ts';
import { choiceDensity } from '../plan/run.ts';
import { cooksIn, cupWith } from './cookingTime.ts';
import { CLINGS, takenFrom } from './cupPace.ts';
import type { Evening } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { LaidStep } from './schedule.ts';

/** A cup as an evening goes: what is in it and how hot it is, each at a moment, s from the start. */
export interface CupLine {
  cup: CupId;
  /** mL hot */
  level: { at: number; ml: number }[];
  /** °C of its plastic */
  heat: { at: number; celsius: number }[];
  /** the most it ever holds, mL hot */
  most: number;
}

/** Steps at a cup that change it, in order. */
const stepsAt = (steps: readonly LaidStep[], cup: PlannedCup): LaidStep[] =>
  steps
    .filter(({ lanes }) => lanes.includes(laneKey('cup', cup.id)))
    .sort((one, other) => one.from - other.from);

/** Its level: up where it is charged, down with every draw. */
function levelOf(evening: Evening, cup: PlannedCup, steps: readonly LaidStep[]): CupLine['level'] {
  const charges = cup.charges.length > 0 ? cup.charges.map(({ hotMl }) => hotMl) : [cup.mostMl];
  const drawnBy = (draw: number | undefined): number => {
    const one = evening.draws.find((other) => other.n === draw);
    return one ? takenFrom(one, cup.id) : 0;
  };
  const held = evening.begun.holds.get(cup.id)?.ml;
  let [ml, nth] = [held ?? 0, held === undefined ? 0 : 1];
  const first = held === undefined || steps.length === 0 ? [] : [{ at: 0, ml: held }];
  const after = steps.flatMap(({ act, work, from, to }) => {
    if (act === 'charged') {
      const before = ml;
      ml = charges[nth++] ?? ml;
      return [
        { at: from, ml: before },
        { at: to, ml },
      ];
    }
    if (act !== 'drawn') return [];
    const before = ml;
    ml = Math.max(0, ml - drawnBy(work.of.draw));
    return [
      { at: from, ml: before },
      { at: to, ml },
    ];
  });
  return [...first, ...after];
}

/** s a cup is left alone for between points of its line. */
const EVERY = 60;

/** Its heat: up in the oven, down as it stands, and as hot as it is shot at every draw (M2, M3). */
function heatOf(
  evening: Evening,
  cup: PlannedCup,
  { steps, level }: { steps: readonly LaidStep[]; level: CupLine['level'] },
): CupLine['heat'] {
  const { known, draws } = evening;
  const own = evening.choice(cup.id);
  const grams = (at: number) => {
    const ml = level.findLast((point) => point.at <= at)?.ml ?? 0;
    return Math.max(CLINGS, ml * density(160, choiceDensity(own)));
  };
  const begins = evening.begun.holds.get(cup.id)?.celsius ?? known.room;
  let now: CupHeat = { plastic: begins, glass: begins };
  let at = 0;
  const line = [{ at, celsius: now.plastic }];
  const put = (celsius: number, when: number) => {
    at = when;
    line.push({ at, celsius });
  };
  const standUntil = (until: number): void => {
    while (at < until - 1e-9) {
      const seconds = Math.min(EVERY, until - at);
      now = laterOf(cupWith(own, grams(at), known))(now, seconds, { step: 4 });
      put(now.plastic, at + seconds);
    }
  };
  for (const { act, work, lanes, from, to } of steps) {
    if (act === 'charged' && from > at) {
      standUntil(from);
      // What is added is cold: the two are one heat after it.
      const [held, all] = [grams(from), grams(to)];
      const share = Math.min(1, held / all);
      now = { ...now, plastic: share * now.plastic + (1 - share) * known.room };
      put(now.plastic, to);
    } else if (act === 'cooking') {
      standUntil(from);
      const body = cupWith(own, grams(from), known);
      const microwave = cooksIn(known, evening.ovenIn(lanes));
      now = afterBurst(body, now, { microwave, seconds: to - from, step: 4 });
      put(now.plastic, to);
    } else if (act === 'matching') {
      standUntil(from);
      const draw = draws.find(({ n }) => n === work.of.draw)!;
      now = { ...now, plastic: Math.max(now.plastic, shotHeat(evening.runOf(draw).tools)) };
      put(now.plastic, to);
    }
  }
  standUntil(steps.findLast(({ act }) => act === 'drawn')?.to ?? at);
  return line;
}
/** A cup's line over an evening; of one that only tips are dipped in, no draws. */
export function cupLine(evening: Evening, cup: PlannedCup, all: readonly LaidStep[]): CupLine {
  const steps = stepsAt(all, cup);
  const level = levelOf(evening, cup, steps);
  return { cup: cup.id, level, heat: heatOf(evening, cup, { steps, level }), most: cup.mostMl };
}
