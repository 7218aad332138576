import { BARREL_WARM, leavingBarrel } from '../heat/index.ts';
import { shotHeat } from './heat.ts';
import type { Tools } from './input.ts';

/** s from a draw to its push, as a rule (judgement). */
const STANDS = 15;
/** °C at which a draw of a window leaves a warm barrel of such a bore, mm. */
const leaves = (window: Tools['window'], bore: number, room: number): number =>
  leavingBarrel(bore, { from: shotHeat({ window }), metal: BARREL_WARM, room, seconds: STANDS });

/**
 * °C at which plastic drawn in the middle of its window goes into the mould: warm barrels have taken
 * some of it by then; what is poured by hand comes as it is.
 */
export function heatInMould(tools: Pick<Tools, 'window' | 'injector'>, room: number): number {
  const barrels = tools.injector?.injector.barrels ?? [];
  if (barrels.length === 0) return shotHeat(tools);
  const all = barrels.map(({ bore }) => leaves(tools.window, bore, room));
  return all.reduce((sum, heat) => sum + heat, 0) / all.length;
}

/** A barrel nobody has named, mm, in a room nobody has read, °C (judgements). */
const USUAL = { bore: 32, room: 20 } as const;
/**
 * °C at which a shot of a window goes into the mould, by a usual barrel in a usual room: where a
 * what-if begins.
 * @example usualInMould({ low: 158, high: 168 }) → 150
 */
export const usualInMould = (window: { low: number; high: number }): number =>
  Math.round(leaves(window, USUAL.bore, USUAL.room));
