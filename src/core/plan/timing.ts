import type { LaneKey } from './lanes.ts';
import {
  SEEN_TO,
  mean,
  added,
  many,
  type Part,
  type Timed,
  cups,
  metal,
  shooting,
  inserts,
} from './timingParts.ts';
import { type Range, range, EVENINGS_DIFFER } from './cookingTime.ts';
import { HANDS } from '../heat/index.ts';
import type { TimingKnown } from './hands.ts';
import type { PlanInput } from './input.ts';
import type { Plan } from './planned.ts';
import { runsOf } from './run.ts';
interface Phase {
  /** what it waits for, and whether it comes before the first draw */
  lane: LaneKey;
  before: boolean;
  what: string;
  why: string;
  seconds: Range;
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

/**
 * s of a burst that brings a usual cup back to what it has lost by the next draw (a judgement, from
 * simulated evenings).
 */
const MATCH_BURST = 14;

/** The most cups one draw takes, and s until they are together: once, and as it usually goes. */
function matching({ plan, known }: Timed): { cups: number; once: number; usual: number } {
  const cups = Math.max(
    1,
    ...plan.draws.map((draw) => new Set(draw.barrels.map((barrel) => barrel.cup)).size),
  );
  // Bursts go side by side, the first of them while the mould is seen to.
  const bursts = Math.ceil(cups / Math.max(1, known.ovens) - 0.5) * MATCH_BURST;
  // Each cup is seen to, and again for each other that went cold meanwhile: it grows with the
  // square.
  return { cups, once: cups * SEEN_TO + bursts, usual: cups ** 2 * SEEN_TO + bursts };
}

/** The last minute before a draw, s from it backwards. */
function lastMinute(letters: readonly string[], once: number): Timing['lastMinute'] {
  return [
    { before: once + 45, what: 'Mould warm, loaded, closed and clamped; TOP seen' },
    { before: once + 20, what: 'Injector and block warm, plungers oiled' },
    { before: once + 5, what: `${letters.join(', ')} stirred and read` },
    ...letters.map((letter, i) => ({
      before: (letters.length - i) * (HANDS.change + MATCH_BURST + HANDS.stir),
      what: `${letter} in the oven, a short burst, stir`,
    })),
    { before: 0, what: 'Draw' },
  ];
}

/**
 * How long a session takes, by the models of heat and the hands of this shop, and what its last
 * minute before a draw is made of.
 */
export function timeSession(plan: Plan, input: PlanInput, known: TimingKnown): Timing {
  const runs = input.jobs.flatMap(runsOf);
  const moulds = new Map(
    runs.flatMap((run) => run.tools.moulds).map((entry) => [entry.id, entry.mould]),
  );
  const timed: Timed = { plan, input, known, runs, moulds: [...moulds.values()] };
  const draws = plan.draws.length;
  const { prepare, cook } = cups(timed);
  const warm = metal(timed);
  const match = matching(timed);
  const matched: Part = {
    lane: 'ovens',
    before: false,
    what: 'Bring cups together',
    why: many(draws, 'draw'),
    seconds: { mean: draws * match.usual, sd: 0.4 * match.usual * Math.sqrt(draws) },
  };
  const { shooting: shots, cooling } = shooting(timed);
  const between = inserts(timed);
  const parts = [
    prepare,
    cook,
    warm,
    matched,
    shots,
    ...(plan.runs.length > 1 ? [between] : []),
    cooling,
  ];
  const all = mean(parts.map((part) => part.seconds));
  // Cooking, hands and cooling are off by themselves, and the whole as evenings are.
  const sd = Math.hypot(EVENINGS_DIFFER * all, ...parts.map((part) => part.seconds.sd));
  // Up to the first draw everything is made ready; from there one draw follows the other.
  const ready = added([prepare, cook, warm].map((part) => part.seconds));
  const going = added([matched, shots, between, cooling].map((part) => part.seconds));
  const count = Math.max(1, draws);
  return {
    phases: parts.map(({ seconds, ...part }) => ({
      ...part,
      seconds: range(seconds.mean, seconds.sd),
    })),
    all: range(all, sd),
    draws: plan.draws.map((_, i) => {
      const at = ready.mean + match.usual + (going.mean - match.usual) * (i / count);
      const drift = going.sd * Math.sqrt((i + 1) / count);
      return range(at, Math.hypot(EVENINGS_DIFFER * at, ready.sd, drift));
    }),
    lastMinute: lastMinute(
      plan.cups.slice(0, match.cups).map((cup) => cup.letter),
      match.once,
    ),
  };
}
