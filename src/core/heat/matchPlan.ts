import { PLASTISOL } from '../material/plastisol.ts';
import { burstTo } from './advice.ts';
import type { Belief } from './estimate/belief.ts';
import { estimateOf, sdShown } from './estimate/believed.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import type { Hands, MatchWanted } from './match.ts';
import { HANDS } from './match.ts';
import type { Going } from './sideBySide.ts';
import { handsFree } from './sideBySide.ts';
import type { OvenUse, Together } from './foreseen.ts';
import { foresee } from './foreseen.ts';
import type { Estimate } from './meanAndSpread.ts';
import { SURE, NEAREST, matchBelieved } from './together.ts';

/**
 * What to do now to bring cups together: bursts in order, then a wait, then the draw, or a look at
 * one cup first.
 */
export interface MatchPlan {
  bursts: Going[];
  wait: number;
  /** cup to read before anything more is decided; null = draw */
  look: number | null;
  /** where they will be then, in the order given, and the chance that they are together */
  at: Forecast[];
  sure: number;
  /** s from now */
  seconds: number;
  /** why they cannot be brought together at once, where they cannot */
  why: string | null;
}

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
/** K under the window that is drawn at, where no safe burst goes higher (judgement). */
const AS_HOT = 5;
/** A cup is far under the window where it is so many of its spreads and K under it. */
const FAR = { spreads: 2, under: 6 } as const;
/**
 * Share of what is allowed between cups above which one is not known well enough to reckon with.
 */
const UNKNOWN = 0.6;

/** What a match is planned by. */
interface Planning {
  belief: Belief;
  cups: string[];
  uses: readonly OvenUse[];
  wanted: Omit<MatchWanted, 'ceiling'>;
  byEye: boolean;
  hands: Hands;
  ceilings: number[];
  /** each cup's plastic now */
  heats: Estimate[];
}
/** Nothing is heated: a wait, and the cup that is looked at after it. */
const resting = (
  { heats }: Planning,
  { wait, look, seconds, why }: Pick<MatchPlan, 'wait' | 'look' | 'seconds' | 'why'>,
): MatchPlan => ({
  bursts: [],
  wait,
  look,
  at: heats.map((heat) => forecastOf(heat.mean, heat.sd)),
  sure: 0,
  seconds,
  why,
});

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

/** s that are waited where no burst helps, before a look. */
const A_WHILE = 10;
/** K a round of bursts must leave the coldest hotter by, to be worth another (judgement). */
const WORTH_A_ROUND = 1;
const AS_HOT_AS_IS_SAFE = 'as hot as is safe';

/** A burst that brings one cup up, and where the cup is after it. */
type Lift = ReturnType<typeof burstTo> & { cup: number; oven: number };
/** Bursts of several cups as hands give them: one to each oven at once, or in turn in the one. */
function given(lifts: readonly Lift[], { uses, hands }: Planning): Going[] {
  const inTurn = lifts.length > uses.length;
  const starts = lifts.map((_, count) =>
    inTurn
      ? lifts
          .slice(0, count)
          .reduce((at, { seconds }) => at + seconds + hands.stir + hands.change, hands.change)
      : (count + 1) * hands.change,
  );
  return lifts.map(({ cup, seconds, oven }, count) => ({
    cup,
    seconds,
    oven: inTurn ? 0 : oven,
    at: starts[count]!,
  }));
}
/**
 * All bursts given and drawn straight out of the stir: as hot as safe bursts bring them where no
 * look would change that. What little is in a cup is cold again before it is read, and would be
 * heated for ever; the rounds end where one leaves the coldest no hotter than it was.
 */
function drawnAtOnce(planning: Planning, first: readonly Lift[], all: readonly Lift[]) {
  const { belief, cups, uses, wanted, hands, ceilings, heats } = planning;
  const through = (lifts: readonly Lift[]): MatchPlan => {
    const bursts = given(lifts, planning);
    const way = { bursts, draw: handsFree(bursts, hands) };
    const ceiling = Math.max(...ceilings);
    const { at, sure, draw } = foresee(belief, cups, {
      uses,
      way,
      wanted: { ...wanted, ceiling },
      hands,
    });
    return { bursts, wait: 0, look: null, at, sure, seconds: draw, why: AS_HOT_AS_IS_SAFE };
  };
  const coldest = (forecasts: readonly Forecast[]) =>
    Math.min(...forecasts.map((forecast) => forecast.celsius));
  const most = through(first);
  const hottest = Math.max(...most.at.map((forecast) => forecast.celsius));
  const capped = first.some(
    (lift) => lift.seconds === lift.safe && lift.after.celsius < wanted.high,
  );
  const low = coldest(most.at);
  if (capped && low >= wanted.low - AS_HOT && hottest - low <= wanted.apart) return most;
  const round = through(all);
  const now = Math.min(...heats.map((heat) => heat.mean));
  return coldest(round.at) < now + WORTH_A_ROUND ? round : null;
}

/** Not to be had together: the coldest brought up first, each to be in the window at its draw. */
function broughtUp(planning: Planning, why: MatchPlan['why']): MatchPlan {
  const { belief, cups, uses, wanted, hands, ceilings, heats } = planning;
  const means = heats.map((heat) => heat.mean);
  const rest = (look: number) => resting(planning, { wait: A_WHILE, look, seconds: A_WHILE, why });
  if (means.every((mean) => mean > wanted.high)) return rest(means.indexOf(Math.max(...means)));
  // It cools while the others have their turn, and till it is drawn.
  const order = cups
    .map((_, i) => i)
    .filter((i) => means[i]! < wanted.high)
    .sort((one, other) => means[one]! - means[other]!);
  const later = hands.stir + hands.draws;
  const lifts = order
    .map((cup, count): Lift => {
      const oven = count % uses.length;
      const burst = { ...uses[oven]!, cups: [cups[cup]!] };
      const aim = { celsius: wanted.high, ceiling: ceilings[cup], later };
      return { cup, oven, ...burstTo(belief, cups[cup]!, burst, aim) };
    })
    .filter((lift) => lift.seconds >= hands.least);
  const first = lifts.slice(0, uses.length);
  if (first.length === 0) return rest(order[0]!);
  const drawn = drawnAtOnce(planning, first, lifts);
  if (drawn) return drawn;
  const bursts = given(first, planning);
  const after = new Map(first.map((lift) => [lift.cup, lift.after]));
  return {
    bursts,
    wait: 0,
    look: first[0]!.cup,
    at: heats.map((heat, i) => after.get(i) ?? forecastOf(heat.mean, heat.sd)),
    sure: 0,
    seconds: handsFree(bursts, hands),
    why,
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
