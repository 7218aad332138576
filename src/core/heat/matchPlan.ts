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
import { type OvenUse, foresee } from './foreseen.ts';
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
  const known = cups.map((cup) => estimateOf(belief, { of: 'plastic', cup }));
  // A cup nobody knows the heat of is looked at before any is heated.
  const shown = cups.map((cup) => sdShown(belief, cup));
  // What is far under the window goes in first, whatever it is: a look before would change nothing.
  const near = known.map(
    (known, i) => known.mean + FAR.spreads * shown[i]! >= wanted.low - FAR.under,
  );
  const unknown = shown.indexOf(Math.max(...shown.filter((_, i) => near[i])));
  if (!byEye && near.every(Boolean) && shown[unknown]! > UNKNOWN * wanted.apart)
    return {
      bursts: [],
      wait: 0,
      look: unknown,
      at: known.map((known) => forecastOf(known.mean, known.sd)),
      sure: 0,
      seconds: hands.stir,
      why: null,
    };
  const answer = matchBelieved(belief, cups, { uses, wanted, hands, ceilings });
  if (answer.ok) {
    const { bursts, draw, wait, at, sure } = answer.together;
    // What each is known to now says which gains most by a look after the last burst.
    const own = answer.together.shown;
    const worst = own.indexOf(Math.max(...own));
    // Cups that are only waited for have been read: what cools so little needs no second look.
    const waits = bursts.length === 0 && wait <= PATIENT;
    const look =
      byEye || waits || sure >= SURE || own[worst]! < KNOWN || answer.nearest ? null : worst;
    // A look takes its own time, so the wait before it is shorter.
    return {
      bursts,
      wait: look === null ? wait : Math.max(0, wait - hands.stir),
      look,
      at,
      sure,
      seconds: draw,
      why: answer.nearest ? NEAREST : null,
    };
  }
  const heats = known;
  const rest = (wait: number, look: number): MatchPlan => ({
    bursts: [],
    wait,
    look,
    at: heats.map((heat) => forecastOf(heat.mean, heat.sd)),
    sure: 0,
    seconds: wait,
    why: answer.why,
  });
  const hottest = heats
    .map((heat) => heat.mean)
    .indexOf(Math.max(...heats.map((heat) => heat.mean)));
  if (heats.every((heat) => heat.mean > wanted.high)) return rest(10, hottest);
  // Coldest first, each to the top of the window: it cools while the others have their turn.
  const order = cups
    .map((_, i) => i)
    .filter((i) => heats[i]!.mean < wanted.high)
    .sort((one, j) => heats[one]!.mean - heats[j]!.mean);
  const each = order.slice(0, uses.length).map((i, k) => ({
    i,
    k,
    ...burstTo(
      belief,
      cups[i]!,
      { ...uses[k]!, cups: [cups[i]!] },
      { celsius: wanted.high + 2, ceiling: ceilings[i] },
    ),
  }));
  const worth = each.filter((burst) => burst.seconds >= hands.least);
  if (worth.length === 0) return rest(10, order[0]!);
  const bursts = worth.map(({ i, k, seconds }, count) => ({
    cup: i,
    seconds,
    oven: k,
    at: (count + 1) * hands.change,
  }));
  const after = new Map(worth.map((burst) => [burst.i, burst.after]));
  // No safe burst goes higher: it is drawn straight out of the stir, as hot as is safe.
  const most = foresee(belief, cups, {
    uses,
    way: { bursts, draw: handsFree(bursts, hands) },
    wanted: { ...wanted, ceiling: Math.max(...ceilings) },
    hands,
  });
  const low = Math.min(...most.at.map((forecast) => forecast.celsius));
  const high = Math.max(...most.at.map((forecast) => forecast.celsius));
  const capped = worth.some(
    (burst) => burst.seconds === burst.safe && burst.after.celsius < wanted.high,
  );
  if (capped && low >= wanted.low - AS_HOT && high - low <= wanted.apart)
    return {
      bursts,
      wait: 0,
      look: null,
      at: most.at,
      sure: most.sure,
      seconds: most.draw,
      why: 'as hot as is safe',
    };
  return {
    bursts,
    wait: 0,
    look: worth[0]!.i,
    at: heats.map((heat, k) => after.get(k) ?? forecastOf(heat.mean, heat.sd)),
    sure: 0,
    seconds: handsFree(bursts, hands),
    why: answer.why,
  };
}
