import { normalBelow } from '../normal.ts';
import type { Belief } from './estimate/belief.ts';
import { aboutOnly } from './estimate/belief.ts';
import { heatedBy } from './estimate/predict.ts';
import { estimateOf, sdShown, sdBetween } from './estimate/believed.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import type { Hands, MatchWanted } from './match.ts';
import type { Going, SideBySide } from './sideBySide.ts';
import { handsFree } from './sideBySide.ts';

/** An oven cups are matched in, one at a time. */
export interface OvenUse {
  oven: string;
  power: number;
  level: number;
}
export interface Together {
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
/**
 * Share of the gap's own spread taken off what is allowed when the bursts are chosen: nearer the
 * middle.
 */
export const NARROW = 0.84;
/**
 * K a burst leaves a cup unsure by at least, and share of the window its cold edge is raised by,
 * the most first (judgements).
 */
export const LEAST_DOUBT = 1;

const between = (mean: number, sd: number, low: number, high: number): number =>
  sd < 1e-9
    ? mean >= low && mean <= high
      ? 1
      : 0
    : normalBelow(high, { mean, sd }) - normalBelow(low, { mean, sd });

export type Way = Pick<SideBySide, 'bursts' | 'draw'>;

/**
 * What bursts, side by side or in turn, and the wait after them come to at the draw, by all that is
 * believed.
 */
export function foresee(
  belief: Belief,
  cups: string[],
  {
    uses,
    way,
    wanted,
    hands,
  }: { uses: readonly OvenUse[]; way: Way; wanted: MatchWanted; hands: Hands },
): Together {
  const { bursts, draw } = way;

  const then = carriedThrough(belief, cups, { uses, bursts, until: draw + hands.draws });
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
export function carriedThrough(
  belief: Belief,
  cups: string[],
  { uses, bursts, until }: { uses: readonly OvenUse[]; bursts: readonly Going[]; until: number },
): Belief {
  const marks = [
    ...new Set([0, until, ...bursts.flatMap((burst) => [burst.at, burst.at + burst.seconds])]),
  ]
    .filter((x) => x <= until)
    .sort((x, y) => x - y);
  let then = aboutOnly(
    belief,
    cups,
    uses.map((use) => use.oven),
  );
  for (let k = 1; k < marks.length; k++) {
    const [from, to] = [marks[k - 1]!, marks[k]!];
    const on = bursts
      .filter((burst) => burst.at <= from && burst.at + burst.seconds >= to)
      .map((burst) => ({ ...uses[burst.oven]!, cups: [cups[burst.cup]!], gone: from - burst.at }));
    then = heatedBy(then, to - from, on);
  }
  return then;
}
