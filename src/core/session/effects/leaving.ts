import { leavingBarrel } from '../../heat/index.ts';
import { PLASTISOL } from '../../material/plastisol.ts';
import { shotHeat } from '../../plan/heat.ts';
import type { RunState, SessionState } from '../state.ts';
import type { InjectorState, Portion } from '../state/injector.ts';
import type { DrawState, ShotState } from '../state/shot.ts';
import { roomOf } from './mouldLoss.ts';

const mean = (heats: readonly number[]): number =>
  heats.reduce((sum, heat) => sum + heat, 0) / heats.length;

/** °C of portions in the mean, of those of which it is known; null where of none. */
export function heatOfPortions(portions: readonly Pick<Portion, 'celsius'>[]): number | null {
  const known = portions.flatMap(({ celsius }) => celsius ?? []);
  return known.length > 0 ? mean(known) : null;
}

/**
 * Heat a shot was drawn at, °C: what a maker reads in the cup, and what is told of a joint's odds goes
 * by (handbook §5, “on to an insert”). The middle of its run's window where nobody knew.
 */
export function drawnHeatOf(state: SessionState, shot: ShotState): number {
  const draws = [...new Set(shot.cavities.values())];
  const run = state.runs.get(shot.job);
  return (
    heatOfPortions(draws.flatMap((draw) => state.draws.get(draw)?.barrels ?? [])) ??
    (run ? shotHeat(run.tools) : PLASTISOL.worked)
  );
}

/**
 * °C at which what is pushed out of an injector at a moment leaves its barrels, in their mean; a draw
 * nobody knew the heat of is taken to have been in the middle of its window.
 */
export function leavingHeat(
  state: SessionState,
  { run, injector, draw }: { run: RunState; injector: InjectorState; draw: DrawState },
  at: number,
): number {
  const room = roomOf(state);
  const seconds = Math.max(0, (at - draw.at) / 1000);
  return mean(
    draw.barrels.map(({ celsius }, i) => {
      const from = celsius ?? shotHeat(run.tools);
      const barrel = injector.injector.barrels[run.tools.order[i] ?? i];
      return barrel ? leavingBarrel(barrel.bore, { from, metal: draw.metal, room, seconds }) : from;
    }),
  );
}
