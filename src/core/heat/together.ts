import { errorFunction } from 'simple-statistics';
import { PLASTISOL } from '../material/plastisol.ts';
import { burstTo, safeBurst } from './advice.ts';
import type { Belief } from './estimate/belief.ts';
import { heatedBy } from './estimate/predict.ts';
import { cupBelieved, estimateOf, ovenBelieved, sdShown, sdBetween } from './estimate/believed.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import type { Hands, MatchAnswer, Matching, MatchWanted } from './match.ts';
import { HANDS, matchCups } from './match.ts';
import type { Going, SideBySide } from './sideBySide.ts';
import { handsFree, matchSideBySide, tablesFor } from './sideBySide.ts';

/** An oven cups are matched in, one at a time. */
export interface OvenUse {
  oven: string;
  power: number;
  level: number;
}
interface Together {
  bursts: Going[];
  /** s from now until the draw is begun, and of it the wait at the end */
  draw: number;
  wait: number;
  /** of each cup in the middle of the draw, in the order given */
  at: Forecast[];
  /** spread of what an instrument would show of each then, K */
  shown: number[];
  /** chance that they are near enough to each other then, and all in the window */
  sure: number;
}
type TogetherAnswer =
  | {
      ok: true;
      together: Together;
      /** as near as safe bursts bring them, not as near as was asked */ nearest?: true;
    }
  | { ok: false; least: number | null; why: string };

/**
 * Below this chance a look before the draw is worth its ten seconds (judgement). With three cups
 * each look lets the other two go stale, so waiting for more draws fewer together, not more
 * (docs/models.md has the shares).
 */
const SURE = 0.5;
/**
 * Share of the gap's own spread taken off what is allowed when the bursts are chosen: nearer the
 * middle.
 */
const NARROW = 0.84;
/**
 * K a burst leaves a cup unsure by at least, and share of the window its cold edge is raised by,
 * the most first (judgements).
 */
const LEAST_DOUBT = 1;
const RAISED = { two: [0.4, 0], three: [0.65, 0.4, 0.2, 0] } as const;

/**
 * What is let go of where no safe bursts bring cups together: times what is allowed between them,
 * and K under the window (judgements).
 */
const RELAXED = [
  { apart: 1.5, under: 2 },
  { apart: 2, under: 4 },
] as const;
const NEAREST = 'no nearer: longer bursts are not safe';

/** Normal distribution function. */
const cdf = (x: number, mean: number, sd: number): number =>
  0.5 * (1 + errorFunction((x - mean) / (sd * Math.SQRT2)));
const between = (mean: number, sd: number, low: number, high: number): number =>
  sd < 1e-9 ? (mean >= low && mean <= high ? 1 : 0) : cdf(high, mean, sd) - cdf(low, mean, sd);

type Way = Pick<SideBySide, 'bursts' | 'draw'>;
/** s that a doubt costs: the look it will want, and what cups lose meanwhile (judgement). */
const DOUBT_COSTS = 60;
const costs = ({ draw, sure }: Together): number => draw + DOUBT_COSTS * (1 - sure);

/** Bursts of the oven in use, one after another. */
const inTurn = (bursts: Matching['bursts']): Going[] =>
  bursts.map((burst) => ({ ...burst, oven: 0 }));

/**
 * What bursts, side by side or in turn, and the wait after them come to at the draw, by all that is
 * believed.
 */
function foresee(
  belief: Belief,
  cups: string[],
  uses: readonly OvenUse[],
  { bursts, draw }: Way,
  wanted: MatchWanted,
  hands: Hands,
): Together {
  const then = carriedThrough(belief, cups, uses, bursts, draw + hands.draws);
  const at = cups.map((cup) => {
    const known = estimateOf(then, { of: 'plastic', cup });
    return forecastOf(known.mean, known.sd);
  });
  let sure = 1;
  for (let i = 0; i < cups.length; i++) {
    sure = Math.min(
      sure,
      between(at[i]!.celsius, sdShown(then, cups[i]!), wanted.low - 0.5, wanted.high + 0.5),
    );
    for (let j = 0; j < i; j++)
      sure = Math.min(
        sure,
        between(
          at[i]!.celsius - at[j]!.celsius,
          sdBetween(then, cups[i]!, cups[j]!),
          -wanted.apart,
          wanted.apart,
        ),
      );
  }
  return {
    bursts,
    draw,
    wait: Math.max(0, draw - handsFree(bursts, hands)),
    at,
    shown: cups.map((cup) => sdShown(then, cup)),
    sure,
  };
}

/** The bench so many s on: from one beginning or end of a burst to the next. */
function carriedThrough(
  belief: Belief,
  cups: string[],
  uses: readonly OvenUse[],
  bursts: readonly Going[],
  until: number,
): Belief {
  const marks = [
    ...new Set([0, until, ...bursts.flatMap((burst) => [burst.at, burst.at + burst.seconds])]),
  ]
    .filter((x) => x <= until)
    .sort((x, y) => x - y);
  let then = belief;
  for (let k = 1; k < marks.length; k++) {
    const [from, to] = [marks[k - 1]!, marks[k]!];
    const on = bursts
      .filter((burst) => burst.at <= from && burst.at + burst.seconds >= to)
      .map((burst) => ({ ...uses[burst.oven]!, cups: [cups[burst.cup]!], gone: from - burst.at }));
    then = heatedBy(then, to - from, on, cups);
  }
  return then;
}

/** What is asked of a match, strictest first; `nearest` is less than what was wanted. */
interface Asked extends MatchWanted {
  nearest?: true;
}
/**
 * The soonest draw of all lies at the cold edge of the window, where nothing is left to put right:
 * it is aimed higher first. Cups that safe bursts bring no nearer are drawn a little colder or
 * further apart, sooner than read for ever.
 */
function askedInTurn(
  full: MatchWanted,
  apart: number,
  raised: readonly number[],
  cups: number,
): Asked[] {
  const narrowed = raised.map((share) => ({
    ...full,
    apart: share === 0 ? full.apart : apart,
    low: full.low + share * (full.high - full.low),
  }));
  const relaxed =
    cups > 1
      ? RELAXED.map(({ apart: times, under }): Asked => ({
          ...full,
          apart: times * full.apart,
          low: full.low - under,
          nearest: true,
        }))
      : [];
  return [...narrowed, ...relaxed];
}

/**
 * The bursts after which these cups are together (M4), by what is believed of them; what is allowed
 * between them is narrowed by how sure that is. No burst is longer than is safe. Where there are
 * more ovens they are put to work side by side; two cups may do better one after the other in one
 * oven, whose errors they share: the way is taken that costs least, a doubt counted as the look it
 * will want.
 */
function matchBelieved(
  belief: Belief,
  cups: string[],
  uses: readonly OvenUse[],
  wanted: Omit<MatchWanted, 'ceiling'>,
  hands: Hands = HANDS,
  ceilings: number[] = cups.map(() => PLASTISOL.ceiling),
): TogetherAnswer {
  const full: MatchWanted = { ...wanted, ceiling: Math.max(...ceilings) };
  const ovens = uses.map((use) => ({
    power: use.power,
    level: use.level,
    cups: 1,
    ...ovenBelieved(belief, use.oven),
  }));
  const believed = cups.map((cup, i) => ({
    ...cupBelieved(belief, cup),
    longest: uses.map((use) => safeBurst(belief, { ...use, cups: [cup] }, ceilings[i])),
  }));
  const gap = Math.max(
    0,
    ...cups.flatMap((cup, i) => cups.slice(0, i).map((text) => sdBetween(belief, cup, text))),
  );
  const apart = Math.max(full.apart / 3, full.apart - NARROW * Math.max(gap, LEAST_DOUBT));
  const several = ovens.length > 1 && cups.length > 1;
  const tables = several ? tablesFor(believed, ovens) : [];
  const oneByOne = (asked: MatchWanted, tell: boolean): MatchAnswer =>
    matchCups(
      believed.map((other) => ({ ...other, longest: other.longest[0]! })),
      ovens[0]!,
      asked,
      hands,
      tell,
    );
  const inOne = (asked: MatchWanted): Way | null => {
    const found = oneByOne(asked, false);
    return found.ok ? { bursts: inTurn(found.matching.bursts), draw: found.matching.draw } : null;
  };
  const sideBySide = (asked: MatchWanted): Way | null =>
    matchSideBySide(believed, ovens, asked, hands, tables);
  // Three cups in one oven after another are seldom worth the time it takes to look for it.
  const ways = !several ? [inOne] : cups.length > 2 ? [sideBySide] : [sideBySide, inOne];
  for (const asked of askedInTurn(
    full,
    apart,
    cups.length > 2 && !several ? RAISED.three : RAISED.two,
    cups.length,
  )) {
    const found = ways
      .flatMap((way) => way(asked) ?? [])
      .map((way) => foresee(belief, cups, uses, way, full, hands));
    if (found.length > 0)
      return {
        ok: true,
        together: found.reduce((made, together) =>
          costs(together) < costs(made) ? together : made,
        ),
        ...(asked.nearest ? { nearest: true } : {}),
      };
  }
  const last = oneByOne(full, true);
  return last.ok
    ? {
        ok: true,
        together: foresee(
          belief,
          cups,
          uses,
          { bursts: inTurn(last.matching.bursts), draw: last.matching.draw },
          full,
          hands,
        ),
      }
    : last;
}

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
  uses: readonly OvenUse[],
  wanted: Omit<MatchWanted, 'ceiling'>,
  byEye = false,
  hands: Hands = HANDS,
  ceilings: number[] = cups.map(() => PLASTISOL.ceiling),
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
  const answer = matchBelieved(belief, cups, uses, wanted, hands, ceilings);
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
    ...burstTo(belief, cups[i]!, { ...uses[k]!, cups: [cups[i]!] }, wanted.high + 2, ceilings[i]),
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
  const most = foresee(
    belief,
    cups,
    uses,
    { bursts, draw: handsFree(bursts, hands) },
    { ...wanted, ceiling: Math.max(...ceilings) },
    hands,
  );
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
