import { PLASTISOL } from '../material/plastisol.ts';
import { broughtUp } from './broughtUp.ts';
import type { Belief } from './estimate/belief.ts';
import { estimateOf, sdShown } from './estimate/believed.ts';
import type { OvenUse, Together } from './foreseen.ts';
import type { Hands, MatchWanted } from './match.ts';
import { HANDS } from './match.ts';
import type { MatchPlan, Planning } from './matchPlanning.ts';
import { AS_HOT, resting } from './matchPlanning.ts';
import { SURE, NEAREST, matchBelieved } from './together.ts';

/**
 * A look that cannot make a cup better known than this, K, is not worth its time: the instrument is
 * no better.
 */
const KNOWN = 0.9;
/**
 * Below this chance of a lone cup being in its window a look before the draw is worth its time: no
 * other cup goes stale meanwhile (judgement).
 */
const SURE_ALONE = 0.7;
/** s of waiting that need no look after them (judgement). */
const PATIENT = 45;
/** A cup is far under the window where it is so many of its spreads and K under it. */
const FAR = { spreads: 2, under: 6 } as const;
/**
 * Share of what is allowed between cups above which one is not known well enough to reckon with.
 */
const UNKNOWN = 0.6;

/**
 * A cup nobody knows the heat of is looked at before any is heated; null where all are known. What
 * is far under the window goes in first, whatever it is: a look before would change nothing.
 */
function firstLook(planning: Planning): MatchPlan | null {
  const { belief, cups, heats, wanted, byEye, hands } = planning;
  const shown = cups.map((cup) => sdShown(belief, cup));
  const near = heats.map(
    (heat, i) => heat.mean + FAR.spreads * shown[i]! >= wanted.low - FAR.under,
  );
  const unknown = shown.indexOf(Math.max(...shown.filter((_, i) => near[i])));
  return !byEye && near.every(Boolean) && shown[unknown]! > UNKNOWN * wanted.apart
    ? resting(planning, { wait: 0, look: unknown, seconds: hands.stir, why: null })
    : null;
}

/** Together as they are believed, with the look after the last burst that gains most. */
function asBelieved(
  { byEye, cups, hands, wanted }: Planning,
  { together, nearest }: { together: Together; nearest?: boolean },
): MatchPlan {
  const { bursts, draw, wait, at, sure, shown } = together;
  // What each is known to now says which gains most by a look after the last burst.
  const worst = shown.indexOf(Math.max(...shown));
  // Cups that are only waited for have been read: what cools so little needs no second look.
  const waits = bursts.length === 0 && wait <= PATIENT;
  const enough = cups.length > 1 ? SURE : SURE_ALONE;
  const known = sure >= enough || shown[worst]! < KNOWN;
  // As near as safe bursts bring them is drawn, but where one would be far too cold for no more than
  // that it is hardly known: a look makes longer bursts safe.
  const cold = at.some(({ celsius }) => celsius < wanted.low - AS_HOT);
  const drawn = nearest && !(cold && shown[worst]! > UNKNOWN * wanted.apart);
  const look = byEye || waits || known || drawn ? null : worst;
  return {
    bursts,
    // A look takes its own time, so the wait before it is shorter.
    wait: look === null ? wait : Math.max(0, wait - hands.stir),
    look,
    at,
    sure,
    seconds: draw,
    why: nearest ? NEAREST : null,
  };
}

/**
 * The next thing to do, by what is believed: a match carried out whole where there is one; a look
 * where the heats are not known well enough to draw on; where there is none, the coldest brought up
 * first.
 * @param uses ovens that are free, the one in use first
 * @param ceilings °C each cup is kept under, by its plastisol
 * @param byEye there is no instrument: a look would not make anything much better known
 */
export function planMatch(
  belief: Belief,
  cups: string[],
  {
    uses,
    wanted,
    byEye = false,
    hands = HANDS,
    ceilings = cups.map(() => PLASTISOL.ceiling),
  }: {
    uses: readonly OvenUse[];
    wanted: Omit<MatchWanted, 'ceiling'>;
    byEye?: boolean;
    hands?: Hands;
    ceilings?: number[];
  },
): MatchPlan {
  const heats = cups.map((cup) => estimateOf(belief, { of: 'plastic', cup }));
  const planning: Planning = { belief, cups, uses, wanted, byEye, hands, ceilings, heats };
  const look = firstLook(planning);
  if (look) return look;
  const answer = matchBelieved(belief, cups, { uses, wanted, hands, ceilings });
  return answer.ok ? asBelieved(planning, answer) : broughtUp(planning, answer.why);
}
