import { PUSHES } from '../../build/build.ts';
import { sum } from '../../shot/volume.ts';
import type { EventOf } from '../events/kind.ts';
import { likeness } from '../likeness.ts';
import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Portion, InjectorState, TakenFrom } from '../state/injector.ts';
import type { MouldState } from '../state/mould.ts';
import type { ShotState } from '../state/shot.ts';
import { rhoOf, massFor, pushParts } from './masses.ts';
import { newShot, standIn, hold } from './cycle.ts';
import { leavingHeat } from './leaving.ts';

export const windowHeat = (run: RunState): number =>
  (run.tools.window.low + run.tools.window.high) / 2;
/** How a cup is, as something is taken from it. */
const takenFrom = (state: SessionState, cup: CupState | undefined): TakenFrom | null =>
  cup
    ? {
        mix: cup.mix,
        grade: cup.grade,
        plastisols: cup.plastisols,
        damp: cup.plastisols.some((id) => state.bottles.get(id) === 'damp'),
        level: cup.limitMl > 0 ? cup.grams / (cup.limitMl * cup.density20) : null,
        heats: cup.heats,
      }
    : null;

/** What is taken from a cup, as a portion, and off the cup's own. */
export function portion(
  state: SessionState,
  layer: string,
  {
    key,
    amount,
    fallback,
    foreseen,
  }: {
    key: string;
    amount: { ml: number } | { grams: number };
    fallback: number;
    foreseen?: number;
  },
): Portion {
  const cup = state.cups.get(key);
  const celsius = foreseen ?? cup?.reading?.celsius ?? null;
  const rho = rhoOf(cup, celsius ?? fallback);
  const grams = 'grams' in amount ? amount.grams : amount.ml * rho;
  const from = takenFrom(state, cup);
  if (cup) {
    cup.grams -= grams;
    cup.drawnG += grams;
  }
  return {
    layer,
    cup: key,
    ml: grams / rho,
    grams,
    celsius,
    runs: cup?.runs ?? 'alike',
    trail: cup?.trail.length ?? 0,
    apart: cup ? likeness(cup, cup.trail.length, state.snapshot.colour.materials) : 0,
    from,
  };
}
/**
 * Inserts that lay in the cavities now filled become part of the shot; a cavity that wanted one and
 * had none is no good bait.
 */
export function takeInserts(
  run: RunState,
  mould: MouldState,
  shot: ShotState,
  filled: number[],
): void {
  for (const count of filled) {
    const lot = mould.loaded.get(count);
    if (lot !== undefined) {
      shot.inserts.set(count, lot);
      mould.loaded.delete(count);
    } else if (run.stage.takes) shot.marks.set(count, { grade: 'second', fault: 'bare' });
  }
}
/** A filling of a mould, or of some of its cavities, from one draw. */
interface Filling {
  draw: string;
  trial: boolean;
  /** all of them where null */
  cavities: number[] | null;
}
/** Plastic of these cavities goes into a shot, with what was poured of them before; g of all. */
function fillCavities(
  shot: ShotState,
  { mould }: MouldState,
  filled: readonly number[],
  { draw, grams }: { draw: string; grams: ReadonlyMap<number, number> },
): number {
  const poured = sum(shot.poured.map((portion) => portion.grams)) / mould.cavities.length;
  for (const cavity of filled) {
    shot.cavities.set(cavity, draw);
    shot.grams.set(cavity, (grams.get(cavity) ?? 0) + poured);
  }
  const shots = sum(filled.map((cavity) => grams.get(cavity) ?? 0));
  shot.baitsG += shots + poured * filled.length;
  return shots;
}
/** What was pushed leaves its barrels. */
function pushOut(
  state: SessionState,
  run: RunState,
  injector: InjectorState,
  { grams, at }: { grams: number; at: number },
): void {
  const { load } = injector;
  if (!load) return;
  pushParts(state, run).forEach((part, i) => {
    const use = load.contents[i];
    // More than the bench thought was in a barrel came out of it: the cup gave it, so nothing is
    // made of nothing.
    if (use) use.grams -= part * grams;
  });
  load.shots += 1;
  load.lastShotAt = at;
}
/** The shot that is being filled, cavity by cavity; none where a new one begins. */
const goingIn = (state: SessionState, mould: MouldState): ShotState | undefined =>
  mould.phase.is === 'filling' ? state.shots.get(mould.shot ?? '') : undefined;
/** g of feed a filling takes: of each cavity its own, else once a shot. */
function feedOf(
  { mould }: MouldState,
  mass: { feed: number; feedEach: number },
  { filled, going }: { filled: number; going: boolean },
): number {
  if (mould.feed === 'each') return mass.feedEach * filled;
  return going ? 0 : mass.feed;
}

/** °C of a shot with so many grams more at a heat in it: they are among its baits already. */
function blended({ celsius, baitsG }: ShotState, grams: number, hot: number): number {
  const share = grams / Math.max(grams, baitsG);
  return (1 - share) * (celsius ?? hot) + share * hot;
}
export function shoot(
  state: SessionState,
  event: EventOf<Filling>,
  {
    mould,
    run,
    injector,
  }: { mould: MouldState; run: RunState; injector: InjectorState | undefined },
): void {
  const going = goingIn(state, mould);
  const { is } = mould.phase;
  if (!going && mould.shot !== null && is !== 'open' && is !== 'closed') return;
  const { draw, trial, cavities } = event.payload;
  const drawn = state.draws.get(draw);
  const { against = [], said = [] } = drawn ?? {};
  const shot =
    going ?? newShot(state, run, mould, { at: event.at, by: event.by, trial, against, said });
  const wanted = cavities ?? mould.mould.cavities.map((cavity) => cavity.n);
  const filled = wanted.filter((cavity) => !shot.cavities.has(cavity));
  const mass = massFor(state, run, mould);
  const feed = feedOf(mould, mass, { filled: filled.length, going: going !== undefined });
  const shots = fillCavities(shot, mould, filled, { draw, grams: mass.cavities });
  shot.feedG += feed;
  takeInserts(run, mould, shot, filled);
  if (injector && drawn)
    shot.celsius = blended(
      shot,
      shots,
      leavingHeat(state, { run, injector, draw: drawn }, event.at),
    );
  if (injector) pushOut(state, run, injector, { grams: shots + feed, at: event.at });
  if (!going) standIn(state, run, mould, shot);
  if (shot.cavities.size < mould.mould.cavities.length) mould.phase = { is: 'filling' };
  else hold(state, mould, event.at, PUSHES[run.stage.push].hold);
}
