import { burstTo } from './advice.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import type { Belief } from './estimate/belief.ts';
import { carriedThrough, foresee } from './foreseen.ts';
import type { MatchPlan, Planning } from './matchPlanning.ts';
import { AS_HOT, resting } from './matchPlanning.ts';
import type { Going } from './sideBySide.ts';
import { handsFree } from './sideBySide.ts';

/** s that are waited where no burst helps, before a look. */
const A_WHILE = 10;
/** K a round of bursts must leave the coldest hotter by, to be worth another (judgement). */
const WORTH_A_ROUND = 1;
/** K by which a second round, a stir and half a minute, must leave the coldest hotter (judgement). */
const WORTH_A_STIR = 2;
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
/** Each cup of an order brought to the hot edge of the window at its draw, as far as one burst is safe. */
function liftsOf(
  { cups, uses, wanted, hands, ceilings }: Planning,
  belief: Belief,
  order: number[],
) {
  const later = hands.stir + hands.draws;
  return order
    .map((cup, count): Lift => {
      const oven = count % uses.length;
      const burst = { ...uses[oven]!, cups: [cups[cup]!] };
      const aim = { celsius: wanted.high, ceiling: ceilings[cup], later };
      return { cup, oven, ...burstTo(belief, cups[cup]!, burst, aim) };
    })
    .filter((lift) => lift.seconds >= hands.least);
}
const coldest = (forecasts: readonly Forecast[]) =>
  Math.min(...forecasts.map((forecast) => forecast.celsius));
const hottest = (forecasts: readonly Forecast[]) =>
  Math.max(...forecasts.map((forecast) => forecast.celsius));

/** Bursts given, the last cup stirred, and drawn. */
function drawnAfterwards(planning: Planning, bursts: Going[]): MatchPlan {
  const { belief, cups, uses, wanted, hands, ceilings } = planning;
  const { at, sure, draw } = foresee(belief, cups, {
    uses,
    way: { bursts, draw: handsFree(bursts, hands) },
    wanted: { ...wanted, ceiling: Math.max(...ceilings) },
    hands,
  });
  return { bursts, wait: 0, look: null, at, sure, seconds: draw, why: AS_HOT_AS_IS_SAFE };
}
/**
 * The same cups heated once more, out of the stir after their first bursts: a stir evens a cup, and of
 * one that is even a burst may bring the mean nearer to its ceiling.
 */
function givenTwice(planning: Planning, once: readonly Going[]): Going[] {
  const { belief, cups, uses, hands } = planning;
  const until = handsFree(once, hands);
  const then = carriedThrough(belief, cups, { uses, bursts: once, until });
  const order = [...new Set(once.map(({ cup }) => cup))];
  const again = given(liftsOf(planning, then, order), planning);
  return [...once, ...again.map((burst) => ({ ...burst, at: burst.at + until }))];
}

/**
 * All bursts given and drawn straight out of the stir: as hot as safe bursts bring them where no
 * look would change that, in two rounds where one leaves them under their window. What little is in a
 * cup is cold again before it is read, and would be heated for ever; the rounds end where one leaves
 * the coldest no hotter than it was.
 */
function drawnAtOnce(planning: Planning, first: readonly Lift[], all: readonly Lift[]) {
  const { wanted, heats } = planning;
  const most = drawnAfterwards(planning, given(first, planning));
  const capped = first.some(
    (lift) => lift.seconds === lift.safe && lift.after.celsius < wanted.high,
  );
  if (capped && coldest(most.at) < wanted.low) {
    const twice = drawnAfterwards(planning, givenTwice(planning, most.bursts));
    const helps = coldest(twice.at) >= coldest(most.at) + WORTH_A_STIR;
    if (helps && isAsHot(twice, wanted)) return twice;
  }
  if (capped && isAsHot(most, wanted)) return most;
  const round = drawnAfterwards(planning, given(all, planning));
  const now = Math.min(...heats.map((heat) => heat.mean));
  return coldest(round.at) < now + WORTH_A_ROUND ? round : null;
}
/** Whether cups are drawn so: near the window, and as near to each other as was asked. */
const isAsHot = ({ at }: MatchPlan, { low, apart }: Planning['wanted']): boolean =>
  coldest(at) >= low - AS_HOT && hottest(at) - coldest(at) <= apart;

/** Not to be had together: the coldest brought up first, each to be in the window at its draw. */
export function broughtUp(planning: Planning, why: MatchPlan['why']): MatchPlan {
  const { belief, cups, uses, wanted, hands, heats } = planning;
  const means = heats.map((heat) => heat.mean);
  const rest = (look: number) => resting(planning, { wait: A_WHILE, look, seconds: A_WHILE, why });
  if (means.every((mean) => mean > wanted.high)) return rest(means.indexOf(Math.max(...means)));
  // It cools while the others have their turn, and till it is drawn.
  const order = cups
    .map((_, i) => i)
    .filter((i) => means[i]! < wanted.high)
    .sort((one, other) => means[one]! - means[other]!);
  const lifts = liftsOf(planning, belief, order);
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
