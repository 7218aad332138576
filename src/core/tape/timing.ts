import { HANDS } from '../heat/index.ts';
import type { PlanInput } from '../plan/input.ts';
import type { Plan } from '../plan/planned.ts';
import { ACTS, PHASES, type PhaseKey } from './acts.ts';
import { cookUnsure, EVENINGS_DIFFER, type Range, range } from './cookingTime.ts';
import { rangeAt } from './rangeAt.ts';
import { firstGrams, WARM_CUP } from './cupWorks.ts';
import { MATCH_BURST } from './cupPace.ts';
import { criticalPath } from './criticalPath.ts';
import { cupsOf } from './evening.ts';
import { handsDoubt } from './handsDoubt.ts';
import type { TimingKnown } from './hands.ts';
import { drawsAt, type LaidEvening, layEvening } from './layEvening.ts';
import type { LaneKind } from './lanes.ts';
import { secondsOf } from './phases.ts';

/** A part of an evening: what it is, why it takes so long, and how long. */
interface Phase {
  key: PhaseKey;
  lane: LaneKind;
  what: string;
  why: string;
  seconds: Range;
  /** s from the start at which it begins, where it comes before the first draw */
  begins: number | null;
}
export interface Timing {
  phases: Phase[];
  all: Range;
  /** s from the start at which each draw comes, in order */
  draws: Range[];
  /**
   * before each draw, s from it backwards: what must be done by then, and the bursts of the match
   */
  lastMinute: { before: number; what: string }[];
}

/** `1 cup`, `2 cups`. */
const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** The last minute before a draw of the most cups there are, s from it backwards. */
function lastMinute({ evening }: LaidEvening): Timing['lastMinute'] {
  const most = Math.max(1, ...evening.draws.map((draw) => cupsOf(draw).length));
  const letters = evening.plan.cups.slice(0, most).map(({ letter }) => letter);
  const bursts = Math.ceil(most / evening.ovens.length) * MATCH_BURST;
  const once = most * evening.look + bursts;
  return [
    { before: once + 45, what: 'Mould warm, loaded, closed and clamped; TOP seen' },
    { before: once + 20, what: 'Injector and block warm, plungers oiled' },
    { before: once + 5, what: `${letters.join(', ')} stirred and read` },
    ...letters.map((letter, nth) => ({
      before: (letters.length - nth) * (HANDS.change + MATCH_BURST + HANDS.stir),
      what: `${letter} in the oven, a short burst, stir`,
    })),
    { before: 0, what: 'Draw' },
  ];
}

/** s cooking a cup's charges is unsure by, all of one oven: off one way together. */
function cookingSpread({ evening }: LaidEvening): number {
  const { plan, known, ovens } = evening;
  const sd = plan.cups.reduce((sum, cup) => {
    const choice = evening.choice(cup.id);
    const first = cookUnsure(choice, firstGrams(cup), known.room, known);
    return cup.charges
      .slice(1)
      .reduce((all, { grams }) => all + cookUnsure(choice, grams, WARM_CUP, known), sum + first);
  }, 0);
  return sd / Math.min(ovens.length, Math.max(1, plan.cups.length));
}
/** Shares a part's own length is unsure by beside its hands (judgements). */
const UNSURE: Partial<Record<PhaseKey, number>> = { metal: 0.2, match: 0.3, cool: 0.12 };
/** The same of cooling: by how far it is known when each mould's baits are firm. */
function coolingUnsure({ evening: { paces } }: LaidEvening): number {
  const known = [...paces.values()].map((pace) => pace.unsure);
  return known.reduce((sum, sd) => sum + sd, 0) / Math.max(1, known.length);
}

/** s each part of an evening is unsure by beside its hands, sd. */
function spreadOf(laid: LaidEvening, seconds: Record<PhaseKey, number>, key: PhaseKey): number {
  const many = key === 'match' ? Math.sqrt(Math.max(1, laid.evening.draws.length)) : 1;
  const share = Math.hypot(UNSURE[key] ?? 0, key === 'cool' ? coolingUnsure(laid) : 0);
  const own = (seconds[key] * share) / many;
  return Math.hypot(own, key === 'cook' ? cookingSpread(laid) : 0);
}
/** The same with what its hands are unsure by. */
function withHands({ steps, evening }: LaidEvening, key: PhaseKey, beside: number): number {
  const own = steps.filter(({ act }) => ACTS[act].phase === key);
  return Math.hypot(beside, handsDoubt(own, evening.known));
}

/** Parts that are over before the first draw. */
const BEFORE: ReadonlySet<PhaseKey> = new Set<PhaseKey>(['prepare', 'cook', 'metal']);
const beginsOf = ({ steps }: LaidEvening, phase: PhaseKey): number | null => {
  const own = steps.filter(({ act, from, to }) => ACTS[act].phase === phase && to > from);
  return own.length > 0 ? Math.min(...own.map(({ from }) => from)) : null;
};

/** Why each part takes so long. */
const WHY: Record<PhaseKey, (laid: LaidEvening) => string> = {
  prepare: ({ evening: { plan, input } }) => {
    const degassed = input.cups.filter(
      ({ id, degas }) => degas !== 'none' && plan.cups.some((cup) => cup.id === id),
    );
    return (
      many(plan.cups.length, 'cup') + (degassed.length > 0 ? `, ${degassed.length} degassed` : '')
    );
  },
  cook: ({ evening: { plan, ovens, known } }) => {
    const charges = plan.cups.reduce((sum, cup) => sum + Math.max(1, cup.charges.length), 0);
    const where = ovens.length > 1 ? `${ovens.length} ovens` : known.ovens[0]!.oven.name;
    return `${many(charges, 'charge')} in ${where}`;
  },
  metal: ({ steps }) =>
    steps.some(({ act, from, to }) => act === 'warming' && to > from)
      ? 'on the plate, once the cups are done'
      : 'it is warm enough',
  match: ({ evening: { draws } }) => many(draws.length, 'draw'),
  shoot: ({ evening: { plan } }) => many(plan.shots.length, 'shot'),
  between: ({ evening: { plan, shooting } }) => {
    const laid = plan.runs.filter((run) => run.takes).reduce((sum, run) => sum + run.shots, 0);
    return laid > 0
      ? `${laid} ${laid === 1 ? 'shot takes' : 'shots take'} inserts`
      : many(shooting.length, 'run');
  },
  cool: ({ evening: { paces } }) => `${many(paces.size, 'mould')} at work`,
};

/**
 * How long a session takes: laid on its lanes by the models of heat and the hands of this shop, and
 * what its last minute before a draw is made of.
 */
export const timeSession = (plan: Plan, input: PlanInput, known: TimingKnown): Timing =>
  timingOf(layEvening(plan, input, known));

/** How long a laid evening takes, part by part, with how unsure that is. */
export function timingOf(laid: LaidEvening): Timing {
  const seconds = secondsOf(laid);
  const keys = (Object.keys(PHASES) as PhaseKey[]).filter(
    (key) => key !== 'between' || seconds.between > 0,
  );
  const spread = new Map(keys.map((key) => [key, spreadOf(laid, seconds, key)]));
  // Cooking, hands and cooling are off by themselves, and the whole as evenings are; quicker hands
  // shorten only what waits for them.
  const hands = handsDoubt(criticalPath(laid.steps), laid.evening.known);
  const sd = Math.hypot(EVENINGS_DIFFER * laid.ends, hands, ...spread.values());
  const all = range(laid.ends, sd);
  return {
    phases: keys.map((key) => ({
      key,
      ...PHASES[key],
      why: WHY[key](laid),
      seconds: range(seconds[key], withHands(laid, key, spread.get(key)!)),
      begins: BEFORE.has(key) ? beginsOf(laid, key) : null,
    })),
    all,
    draws: drawsAt(laid).map((at) => rangeAt(all, at)),
    lastMinute: lastMinute(laid),
  };
}
