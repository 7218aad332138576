import { PUSHES } from '../../build/build.ts';
import { sum } from '../../shot/volume.ts';
import type { EventOf } from '../events/kind.ts';
import { likeness } from '../likeness.ts';
import type { RunState, SessionState } from '../state.ts';
import type { Portion, InjectorState } from '../state/injector.ts';
import type { MouldState } from '../state/mould.ts';
import type { ShotState } from '../state/shot.ts';
import { rhoOf, massFor, pushParts } from './masses.ts';
import { newShot, standIn, hold } from './cycle.ts';

export const windowHeat = (run: RunState): number =>
  (run.tools.window.low + run.tools.window.high) / 2;
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
export function shoot(
  state: SessionState,
  event: EventOf<Filling>,
  {
    mould,
    run,
    injector,
  }: { mould: MouldState; run: RunState; injector: InjectorState | undefined },
): void {
  const going = mould.phase.is === 'filling' ? state.shots.get(mould.shot ?? '') : undefined;
  if (!going && mould.shot !== null && mould.phase.is !== 'open' && mould.phase.is !== 'closed')
    return;
  const draw = state.draws.get(event.payload.draw);
  const shot =
    going ??
    newShot(state, run, mould, {
      at: event.at,
      trial: event.payload.trial,
      against: draw?.against ?? [],
      said: draw?.said ?? [],
    });
  const wanted = event.payload.cavities ?? mould.mould.cavities.map((cavity) => cavity.n);
  const filled = wanted.filter((count) => !shot.cavities.has(count));
  const mass = massFor(state, run, mould);
  const shots = sum(filled.map((count) => mass.cavities.get(count) ?? 0));
  const feed = mould.mould.feed === 'each' ? mass.feedEach * filled.length : going ? 0 : mass.feed;
  const pouredAll = sum(shot.poured.map((portion) => portion.grams));
  for (const count of filled) {
    shot.cavities.set(count, event.payload.draw);
    shot.grams.set(
      count,
      (mass.cavities.get(count) ?? 0) + pouredAll / mould.mould.cavities.length,
    );
  }
  shot.baitsG += shots + (pouredAll * filled.length) / mould.mould.cavities.length;
  shot.feedG += feed;
  takeInserts(run, mould, shot, filled);
  if (injector) {
    pushParts(state, run).forEach((part, i) => {
      const use = injector.contents[i];
      if (!use) return;
      // More than the bench thought was in a barrel came out of it: the cup gave it, so nothing is
      // made of nothing.
      use.grams -= part * (shots + feed);
    });
    injector.shotsSinceEmpty += 1;
    injector.lastShotAt = event.at;
  }
  if (!going) standIn(state, run, mould, shot);
  if (shot.cavities.size < mould.mould.cavities.length) mould.phase = { is: 'filling' };
  else hold(state, mould, event.at, PUSHES[run.stage.push].hold);
}
