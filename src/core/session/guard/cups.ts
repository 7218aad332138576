import { stageLayers } from '../../build/build.ts';
import type { SessionState, RunState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import { layerCup } from '../layerCup.ts';

/** Cups of some layers of a run, each once. */
const cupsBy = (state: SessionState, run: RunState, keys: string[]): CupState[] =>
  [...new Set(keys.map((key) => layerCup(state, run, key)))].filter(
    (cup): cup is CupState => cup !== undefined,
  );
/** Every cup a run works from: what is poured and what is shot. */
export const cupsOf = (state: SessionState, run: RunState): CupState[] =>
  cupsBy(
    state,
    run,
    stageLayers(run.stage).map((stageLayer) => stageLayer.key),
  );
/** Cups that must be at one heat for the draw: those of the barrels. */
export const drawCups = (state: SessionState, run: RunState): CupState[] =>
  cupsBy(
    state,
    run,
    run.stage.layers.map((layer) => layer.key),
  );
/** Cups whose heat counts now: of the barrels, or, where nothing is shot, of what is poured. */
export const heatCups = (state: SessionState, run: RunState): CupState[] =>
  run.stage.layers.length > 0 ? drawCups(state, run) : cupsOf(state, run);
/**
 * The oven the next cup goes into: the one in use, or another while that is busy; null = all are
 * busy.
 */
export function freeOven(state: SessionState): { id: number; level: number } | null {
  const busy = new Set(
    [...state.cups.values()].flatMap((cup) => (cup.inOven ? [cup.inOven.oven] : [])),
  );
  if (!busy.has(state.oven.id)) return state.oven;
  const other = state.snapshot.heat.ovens.find((oven) => !busy.has(oven.id));
  return other ? { id: other.id, level: other.oven.level } : null;
}
/** Every oven no cup stands in, the one in use first. */
export function freeOvens(state: SessionState): { id: number; level: number }[] {
  const first = freeOven(state) ?? state.oven;
  const busy = new Set(
    [...state.cups.values()].flatMap((cup) => (cup.inOven ? [cup.inOven.oven] : [])),
  );
  return [
    first,
    ...state.snapshot.heat.ovens
      .filter((oven) => oven.id !== first.id && !busy.has(oven.id))
      .map((oven) => ({ id: oven.id, level: oven.oven.level })),
  ];
}
