import { burstTo } from './advice.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import { foresee } from './foreseen.ts';
import type { MatchPlan, Planning } from './matchPlanning.ts';
import { AS_HOT, resting } from './matchPlanning.ts';
import type { Going } from './sideBySide.ts';
import { handsFree } from './sideBySide.ts';

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
export function broughtUp(planning: Planning, why: MatchPlan['why']): MatchPlan {
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
