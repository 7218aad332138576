import type { Belief } from './estimate/belief.ts';
import type { Forecast } from './forecast.ts';
import { forecastOf } from './forecast.ts';
import type { OvenUse } from './foreseen.ts';
import type { Hands, MatchWanted } from './match.ts';
import type { Estimate } from './meanAndSpread.ts';
import type { Going } from './sideBySide.ts';

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

/** K under the window that is drawn at, where no safe burst goes higher (judgement). */
export const AS_HOT = 5;
/** What a match is planned by. */
export interface Planning {
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
export const resting = (
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
