import { PLASTISOL } from '../material/plastisol.ts';
import { degrees, lasting, show } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';
import { type CupForecast, shownHeat } from './foresee/types.ts';
import { isFresh } from './guard/window.ts';
import type { CupState } from './state/cup.ts';
import { EYE } from './words.ts';

/**
 * What a cup is at now, °C: as reckoned from all that is known of it, or as it was read; null where
 * it was neither.
 * @param since s since it was reckoned
 */
export const heatNow = (
  cup: CupState,
  seen: CupForecast | undefined,
  since: number,
): number | null => (seen ? shownHeat(seen, since) : (cup.reading?.celsius ?? null));

/** What plastic looks like under these heats, °C, coldest first (handbook §2 step 7). */
const COOKING = [
  { under: EYE.gel.low, stage: 'milk' },
  { under: EYE.gel.high, stage: 'gel' },
  { under: Infinity, stage: 'clearing' },
] as const;
/**
 * A stage as a maker names it: milk, gel, and clear once it has been through fusion; set once it no
 * longer flows.
 * @param celsius °C
 */
export const stageOf = (cup: CupState, celsius: number): string =>
  cup.fused
    ? celsius < PLASTISOL.noFlow
      ? 'set'
      : 'clear'
    : COOKING.find(({ under }) => celsius < under)!.stage;

/** s in which a cup that is getting cold is spoken of, and °C under which it is given up. */
const SOON = 120;
const GIVEN_UP = 100;
/**
 * s until a cup must go back into the oven, while there is little time: colour goes in, it stands.
 * 0 = it is too cold to draw; null = nothing is urgent.
 */
export function backIn(cup: CupState, seen: CupForecast | undefined, since: number): number | null {
  const stands = cup.fused && !cup.inOven && cup.charges > 0;
  if (!stands || !seen || seen.cold === null) return null;
  return seen.cold < SOON && seen.now.celsius > GIVEN_UP ? Math.max(0, seen.cold - since) : null;
}

/** K a minute under which a heat is steady. */
const STEADY = 0.5;
/** Which way its heat goes, and how fast; nothing where nothing is reckoned. */
export function movingSays(seen: CupForecast | undefined, units: ShopUnits): string {
  if (!seen) return '';
  if (Math.abs(seen.trend) < STEADY) return 'steady';
  const speed = show(Math.abs(seen.trend), 'difference', units, 0).number;
  return `${seen.trend < 0 ? 'falling' : 'rising'} ${speed}° a min`;
}

/**
 * How its heat was last read.
 * @param stale s after which a reading is old
 */
export function readSays(cup: CupState, now: number, stale: number, units: ShopUnits): string {
  const { reading } = cup;
  if (!reading) return 'not read';
  if (reading.stage) return `by eye, ${EYE[reading.stage].name}`;
  const old = isFresh(cup, now, stale) ? '' : `, ${lasting((now - reading.at) / 1000)} ago`;
  return `read ${degrees(reading.celsius, units)}${old}`;
}

/** A reading that cannot be so, as it is asked for again; null where none is doubted. */
export function doubtSays(
  cup: CupState,
  seen: CupForecast | undefined,
  units: ShopUnits,
): string | null {
  const doubted = cup.doubt?.celsius ?? seen?.doubted ?? null;
  if (doubted === null) return null;
  return cup.doubt?.way === 'above'
    ? 'more than was expected: read again'
    : `${degrees(doubted, units)} was read, less than it can be: read again`;
}
