import { cupsOf } from '../guard/cups.ts';
import type { SessionState, RunState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import { layerCup } from '../layerCup.ts';

/** Cups up to so many mL go into the pot two at a time. */
export const SMALL = 300;
/** Cups a run works from, with the one its baits' tips are dipped in. */
export function cupsInHand(state: SessionState, run: RunState): CupState[] {
  const tip =
    run.stage.makes === 'bait' ? layerCup(state, run, run.job.build.finish?.key ?? '') : undefined;
  return [...new Set([...cupsOf(state, run), ...(tip ? [tip] : [])])];
}
