import { sum } from '../../shot/index.ts';
import type { SessionState } from '../state.ts';
import type { ShotState } from '../state/shot.ts';

/** Puts grams back into a cup, or to the pucks. */
export function give(state: SessionState, to: string, grams: number): void {
  const cup = state.cups.get(to);
  if (cup) {
    cup.grams += grams;
    cup.returnedG += grams;
  } else state.puckG += grams;
}

/** Grams of a shot's inserts. */
export const insertsOf = (
  state: SessionState,
  shot: ShotState,
  cavities: Iterable<number> = shot.inserts.keys(),
): number =>
  sum([...cavities].map((cavity) => state.lots.get(shot.inserts.get(cavity) ?? '')?.each ?? 0));

/**
 * Grams of a shot that are no bait to keep: seconds with the inserts in them, and all of a trial's.
 */
export function scrapG(state: SessionState, shot: ShotState): number {
  // Once its inserts are laid by, what was no good then is all that was: later ones are spoiled
  // from their heap.
  const lot = state.lots.get(shot.id);
  if (lot) return lot.scrap ?? 0;
  if (shot.trial && !shot.keptTrial) return shot.baitsG + insertsOf(state, shot);
  const seconds = [...shot.marks]
    .filter(([, mark]) => mark.grade === 'second')
    .map(([count]) => count);
  return (
    sum(seconds.map((second) => shot.grams.get(second) ?? 0)) + insertsOf(state, shot, seconds)
  );
}
/** Cavities of a shot worth keeping. */
export const worthKeeping = (shot: ShotState): number =>
  shot.cavities.size - [...shot.marks.values()].filter((mark) => mark.grade === 'second').length;
