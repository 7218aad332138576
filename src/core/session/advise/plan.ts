import { HANDS } from '../../heat/match.ts';
import { handsFree } from '../../heat/sideBySide.ts';
import type { MatchPlan } from '../../heat/matchPlanning.ts';
import type { HeatAnswer } from '../foresee/types.ts';
import type { HeatAsk } from '../foresee/types.ts';
import type { HeatNote } from '../heatNotes.ts';

/** A way of bringing cups together that is being carried out. */
export interface HeatPlan {
  bring: MatchPlan;
  /** cups by their place in it */
  cups: string[];
  /** bench clock ms it was made at */
  at: number;
  /** the ovens its bursts were reckoned for, by their place in it: none other gives them */
  ovens: { id: number; level: number }[];
  /** K apart they may be at the draw, as it was asked */
  within: number;
}
/**
 * A hand is so many seconds out with a burst, and no more: beyond it was another burst than the
 * plan's (judgement).
 */
const HAND = 2;
/**
 * Bursts given since a plan was made, of its cups; null when something else has happened that a
 * plan does not outlive: a burst of another length or in another oven, one cut short, or anything
 * that is none.
 */
export function given(plan: HeatPlan, notes: readonly HeatNote[]): number | null {
  let count = 0;
  const ends = new Map<string, number>();
  for (const note of notes) {
    if (note.at <= plan.at) continue;
    if (note.kind === 'burst') {
      const next = plan.bring.bursts[count];
      const planned =
        next &&
        note.cups.length === 1 &&
        note.cups[0] === plan.cups[next.cup] &&
        note.oven === plan.ovens[next.oven]?.id &&
        Math.abs(note.seconds - next.seconds) <= HAND;
      if (!planned) return null;
      ends.set(note.cups[0]!, note.ended ? note.at : note.at + note.seconds * 1000);
      count += 1;
    } else if (note.kind !== 'out') return null;
    else if (note.at < (ends.get(note.cup) ?? -Infinity) - HAND * 1000) return null;
  }
  return count;
}
/** s after its plan was made at which each burst is to begin, and the wait after the last ends. */
export const begins = (plan: HeatPlan): number[] => [
  ...plan.bring.bursts.map((burst) => burst.at),
  handsFree(plan.bring.bursts, HANDS) + plan.bring.wait,
];
/**
 * A plan nobody has begun is made afresh after so long, one that lags behind by so much, and one
 * whose last burst was given so much sooner or later than planned, s.
 */
const AGES = 4;
const LAGS = 12;
const DRIFTS = 8;
/**
 * A plan nobody has begun stands so long against one that begins otherwise, s: what was said is not
 * taken back for a second's gain.
 */
const STANDS = 25;
/**
 * Whether two plans ask the same of a hand next. A draw that was said stands no longer than cups
 * stay hot.
 */
const beginsAlike = (heatPlan: HeatPlan, other: HeatPlan): boolean => {
  const [going, then] = [heatPlan.bring.bursts[0], other.bring.bursts[0]];
  if (!going || !then) return true;
  return going.cup === then.cup && heatPlan.ovens[going.oven]?.id === other.ovens[then.oven]?.id;
};
/** What was answered last, as a plan; null where it has none. */
const freshPlan = (ask: HeatAsk, answer: HeatAnswer | null): HeatPlan | null =>
  answer?.bring && ask.match
    ? {
        bring: answer.bring,
        cups: ask.match.cups,
        at: answer.at,
        ovens: ask.ovens,
        within: ask.match.apart,
      }
    : null;

/** Whether a plan in hand is overtaken: nobody began it in time, or its bursts go otherwise. */
function overtaken(
  held: HeatPlan,
  fresh: HeatPlan,
  { done, notes, now }: { done: number; notes: HeatAsk['notes']; now: number },
): boolean {
  const heating = notes.findLast((note) => note.kind === 'burst');
  const busy = heating?.kind === 'burst' && now < heating.at + heating.seconds * 1000;
  if (busy || fresh.at <= held.at) return false;
  const age = (now - held.at) / 1000;
  if (done === 0) return age > (beginsAlike(held, fresh) ? AGES : STANDS);
  const drift = heating ? (heating.at - held.at) / 1000 - begins(held)[done - 1]! : 0;
  return age - begins(held)[done]! > LAGS || Math.abs(drift) > DRIFTS;
}

/** The plan to go by: the one in hand while it holds, else the newest answer. */
export function keepPlan(
  held: HeatPlan | null,
  ask: HeatAsk,
  answer: HeatAnswer | null,
  now: number,
): HeatPlan | null {
  const fresh = freshPlan(ask, answer);
  if (!held || held.cups.join() !== ask.match?.cups.join()) return fresh;
  const done = given(held, ask.notes);
  if (done === null) return fresh ?? (answer && answer.at <= held.at ? held : null);
  return fresh && overtaken(held, fresh, { done, notes: ask.notes, now }) ? fresh : held;
}
