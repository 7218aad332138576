import type { TimingKnown } from '../tape/hands.ts';
import { cupsFor } from '../plan/cupsFor.ts';
import type { PlanInput } from '../plan/input.ts';
import { planSession } from '../plan/plan.ts';
import type { Plan } from '../plan/planned.ts';
import { METRIC } from '../quantity/index.ts';
import { type LaidEvening, layEvening } from '../tape/layEvening.ts';
import { type Timing, timingOf } from '../tape/timing.ts';
import { endedBy, IN_TIME } from './inTime.ts';
import { chosenKey } from './jobOf.ts';
import { type DraftedBy, drafter } from './jobs.ts';
import { inOrder, type Piece } from './piece.ts';

/** A session of some pieces, worked out whole. */
export type Worked =
  | {
      plan: Plan;
      input: PlanInput;
      timing: Timing;
      laid: LaidEvening;
      /** s that it takes of a time, so that it ends in it as often as the shop wants */
      atMost: number;
    }
  | { refused: string };

/** What a session is drafted, planned and timed by. */
export interface ShopKnown extends DraftedBy {
  timing: TimingKnown;
  /** share of its evenings that are to end in their time; as usual where nothing is said */
  inTime?: number;
}

/** Pairs of hands at the bench: those of a time, and who is tried beside them. */
export const pairsAt = ({ pairs: more = 1 }: TimingKnown, pairs: number): number =>
  pairs + more - 1;

function workOut(input: PlanInput, known: TimingKnown, inTime: number): Worked {
  const plan = planSession(input, METRIC);
  if (!plan.ok)
    return {
      refused:
        plan.remarks.find(({ weight }) => weight === 'refused')?.sentence ??
        'The shop has no way to shoot it yet.',
    };
  const laid = layEvening(plan, input, known);
  const timing = timingOf(laid);
  return { plan, input, timing, laid, atMost: endedBy(timing.all, inTime) };
}

/**
 * How long a session takes, s, as it likely goes and as it is laid for, and the g of plastic left over;
 * or why there is none.
 */
type Lasts = { seconds: number; atMost: number; leftG: number } | { refused: string };
/** Sessions of pieces, whole or only how long they take. */
export interface Works {
  whole: (pieces: readonly Piece[], pairs: number) => Worked;
  lasts: (pieces: readonly Piece[], pairs: number) => Lasts;
}

/** Whole sessions that are kept: as many as a fortnight has, and what is tried beside them. */
const MOST_KEPT = 40;

/**
 * Sessions of pieces as a plan would have them: cups, draws and hands are shared as they would be at
 * the bench, by so many pairs of hands. How long one takes is worked out once; of whole ones the
 * newest are kept.
 */
export function worker(shop: ShopKnown): Works {
  const { shelf, defaults, timing, inTime = IN_TIME } = shop;
  const jobsOf = drafter(shop);
  const known = new Map<string, Lasts>();
  const kept = new Map<string, Worked>();
  const keyOf = (pieces: readonly Piece[], pairs: number) =>
    [
      pairs,
      ...pieces.map(({ key, baits, chosen }) => `${key}:${baits}:${chosenKey(chosen) ?? ''}`),
    ].join(' ');
  const whole: Works['whole'] = (some, pairs) => {
    const pieces = inOrder(some);
    const key = keyOf(pieces, pairs);
    const held = kept.get(key);
    if (held) return held;
    const jobs = jobsOf(pieces);
    const { settings } = defaults;
    const input = { jobs, cups: cupsFor(shelf, jobs, [], settings), settings };
    const hands = { ...timing, pairs: pairsAt(timing, pairs) };
    const worked = workOut(input, hands, inTime);
    if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
    kept.set(key, worked);
    return worked;
  };
  const lasts: Works['lasts'] = (some, pairs) => {
    const key = keyOf(inOrder(some), pairs);
    const held = known.get(key);
    if (held) return held;
    const worked = whole(some, pairs);
    const made: Lasts =
      'refused' in worked
        ? { refused: worked.refused }
        : {
            seconds: worked.timing.all.mid,
            atMost: worked.atMost,
            leftG: worked.plan.totals.leftG,
          };
    known.set(key, made);
    return made;
  };
  return { whole, lasts };
}
