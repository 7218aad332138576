import type { TimingKnown } from '../tape/hands.ts';
import { lightness } from '../build/barrels.ts';
import { draftPlan } from '../plan/draft.ts';
import { byId } from '../plan/tools.ts';
import type { PlanInput } from '../plan/input.ts';
import { planSession } from '../plan/plan.ts';
import type { Plan } from '../plan/planned.ts';
import type { DraftDefaults, Shelf } from '../plan/shelf.ts';
import { METRIC } from '../quantity/index.ts';
import { type LaidEvening, layEvening } from '../tape/layEvening.ts';
import { type Timing, timingOf } from '../tape/timing.ts';
import { remembered } from '../remembered.ts';
import { inOrder } from './about.ts';
import { asChosen } from './asChosen.ts';
import { endedBy, IN_TIME } from './inTime.ts';
import { chosenKey, partsOf } from './jobOf.ts';
import type { Piece } from './piece.ts';

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
export interface ShopKnown {
  shelf: Shelf;
  defaults: DraftDefaults;
  timing: TimingKnown;
  /** share of its evenings that are to end in their time; as usual where nothing is said */
  inTime?: number;
  /** a mould there is a second of, by its number */
  twice?: number;
}

/** Numbers of moulds that are not there: a second of one that is. */
const SECOND = 1_000_000;
/** A plan in which a second mould stands beside one, of the same cavities. */
const withSecond = (input: PlanInput, mould: number): PlanInput => ({
  ...input,
  jobs: input.jobs.map((job) => ({
    ...job,
    tools: job.tools.map((tools) => ({
      ...tools,
      moulds: tools.moulds.flatMap((entry) =>
        entry.id === mould
          ? [
              entry,
              {
                ...entry,
                id: SECOND + mould,
                mould: { ...entry.mould, name: `a second ${entry.mould.name}` },
              },
            ]
          : [entry],
      ),
    })),
  })),
});

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
 * How long a session takes, s, as it likely goes and as it is laid for, how long of it hands shoot,
 * and the g of plastic left over; or why there is none.
 */
type Lasts =
  { seconds: number; atMost: number; shoots: number; leftG: number } | { refused: string };
/** Sessions of pieces, whole or only how long they take. */
export interface Works {
  whole: (pieces: readonly Piece[], pairs: number) => Worked;
  lasts: (pieces: readonly Piece[], pairs: number) => Lasts;
  /** how long a piece takes by itself */
  alone: (piece: Piece, pairs: number) => Lasts;
}
/** s the hands that shoot are at it. */
const shootsFor = ({ timing }: Exclude<Worked, { refused: string }>): number =>
  timing.phases.find(({ key }) => key === 'shoot')?.seconds.mid ?? 0;

/** Whole sessions that are kept: as many as a fortnight has, and what is tried beside them. */
const MOST_KEPT = 40;

/** How light a colourway is, 0 to 1: the mean of its colours. */
function lightOf(shelf: Shelf, colourway: number): number {
  const mixes = Object.values(byId(shelf.colourways, colourway)?.layers ?? {});
  const lights = mixes.flatMap((mix) => {
    const colour = byId(shelf.mixes, mix ?? 0)?.colour;
    return colour === undefined ? [] : [lightness(colour)];
  });
  return lights.reduce((sum, light) => sum + light, 0) / Math.max(1, lights.length);
}

/**
 * Sessions of pieces as a plan would have them: cups, draws and hands are shared as they would be at
 * the bench, by so many pairs of hands. How long one takes is worked out once; of whole ones the
 * newest are kept.
 */
export function worker({ shelf, defaults, timing, inTime = IN_TIME, twice }: ShopKnown): Works {
  const known = new Map<string, Lasts>();
  const kept = new Map<string, Worked>();
  const lights = new Map(shelf.colourways.map(({ id }) => [id, lightOf(shelf, id)]));
  const light = (colourway: number): number => lights.get(colourway) ?? 0;
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
    // The soonest promised first, as a draft has them; of those of one day the light before the dark.
    const parts = partsOf(
      [...pieces].sort((one, other) => light(other.colourway) - light(one.colourway)),
    );
    const drafted = draftPlan(shelf, parts, defaults);
    const own = asChosen(drafted, pieces, { shelf, defaults });
    const input = twice === undefined ? own : withSecond(own, twice);
    const hands = { ...timing, pairs: pairs + (timing.pairs ?? 1) - 1 };
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
            shoots: shootsFor(worked),
            leftG: worked.plan.totals.leftG,
          };
    known.set(key, made);
    return made;
  };
  const byPairs = remembered((_piece: Piece) => new Map<number, Lasts>());
  const alone: Works['alone'] = (piece, pairs) => {
    const own = byPairs(piece);
    const held = own.get(pairs) ?? lasts([piece], pairs);
    own.set(pairs, held);
    return held;
  };
  return { whole, lasts, alone };
}
