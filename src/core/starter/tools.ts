import type { Block, Injector, Vessel } from '../build/index.ts';
import type { Oven } from '../heat/index.ts';

/** J/mL K of water at room heat. */
const WATER = 4.18;

/**
 * Watts that reach a cup of water: what an oven really gives, whatever its label says.
 * @param water mL, and s it was heated
 * @param from °C before, and after
 * @see `Q = m c ΔT`; what the glass takes is left out, so that it reads a little low
 * @throws RangeError where it did not warm
 */
export function wattsByWater(
  { ml, seconds }: { ml: number; seconds: number },
  { from, to }: { from: number; to: number },
): number {
  if (!(ml > 0 && seconds > 0 && to > from)) throw new RangeError('The water did not warm.');
  return (WATER * ml * (to - from)) / seconds;
}

/** mL a barrel holds. @param bore mm, and mm its plunger goes */
export const barrelHolds = (bore: number, stroke: number): number =>
  ((Math.PI / 4) * bore ** 2 * stroke) / 1000;

/** A barrel is some four times as long as it is wide. */
const BARREL = 4;
/** mL that stay in a barrel and its tip, of what it holds. */
const HEEL = 0.02;
const round = (value: number, to = 1): number => Math.round(value / to) * to;

/** An injector of so many like barrels, where no more of it is known than mL each holds. */
export const usualInjector = (barrels: number, ml: number): Injector => ({
  name: `${['Single', 'Twin', 'Three-way'][barrels - 1]} ${round(ml)}`,
  barrels: Array.from({ length: barrels }, () => ({
    bore: round(Math.cbrt((4 * 1000 * ml) / (Math.PI * BARREL)), 0.5),
    volume: ml,
    heel: round(HEEL * ml, 0.1),
    mark: '',
  })),
  note: '',
});

/** The blocks an injector of so many barrels is shot through, with what such ones commonly hold. */
export const usualBlocks = (barrels: number): Block[] =>
  barrels === 1
    ? []
    : [
        {
          name: barrels === 2 ? 'Dual block' : 'Triple block',
          kind: barrels === 2 ? 'dual' : 'triple',
          heel: 2 * barrels,
          mark: '',
        },
      ];

/** A glass cup is a little taller than it is wide. */
const CUP = 1.15;
/** Cups of one size, where no more is known than mL to the brim. */
export const usualCups = (count: number, ml: number): Vessel[] =>
  Array.from({ length: count }, (_, nth) => ({
    name: count === 1 ? 'Cup' : `Cup ${nth + 1}`,
    volume: ml,
    bore: round(Math.cbrt((4 * 1000 * ml) / (Math.PI * CUP))),
    fill: 0.9,
    froth: 0.5,
  }));

export const usualOven = (watts: number): Oven => ({
  name: 'Microwave',
  kind: 'microwave',
  watts,
  level: 1,
  note: '',
});
