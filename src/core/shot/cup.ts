import type { Vessel } from '../build/tools.ts';
import { density, PLASTISOL } from '../material/plastisol.ts';

/** Below this depth a draw takes air, mm (judgement; a nozzle's width and a little). */
const AIR_DEPTH = 12;

/**
 * What must stay in a cup so that the last draw takes no air, mL.
 * @example airVolume({ bore: 100 }) → 94.25
 */
export const airVolume = (vessel: Vessel, depth = AIR_DEPTH): number =>
  (Math.PI / 4) * vessel.bore ** 2 * depth * 1e-3;

/** Less than this in a cup scorches before it clears, mL (judgement). */
export const LEAST_COOK = 15;

/**
 * The most a cup may hold hot, mL: its fill limit, or its froth limit where it goes in the pot.
 * @example fillLimit({ volume: 500, fill: 0.9, froth: 0.5 }, true) → 250
 */
export const fillLimit = (vessel: Vessel, degassed: boolean): number =>
  vessel.volume * (degassed ? Math.min(vessel.fill, vessel.froth) : vessel.fill);

/**
 * The most a cup may be charged with, g: full to its limit when hottest, at fusion or the shot
 * heat.
 */
export const limitMass = (
  vessel: Vessel,
  degassed: boolean,
  shotHeat: number,
  density20?: number,
): number => fillLimit(vessel, degassed) * density(Math.max(PLASTISOL.fusion, shotHeat), density20);
