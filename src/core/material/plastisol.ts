/**
 * Plastisol as the models see it. Every figure is a default of the shop's settings.
 * Density, expansion: plasticised PVC (Titow, *PVC Technology*, 4th ed.); fusion and no-flow: the
 * trade's own figures for bait plastisols.
 */
export const PLASTISOL = {
  /** g/mL at 20 °C */
  density20: 1.03,
  /** volumetric expansion, 1/K */
  expansion: 7.0e-4,
  /** it must reach this once, °C */
  fusion: 177,
  /** keep under this, °C */
  ceiling: 195,
  /** it breaks down here, °C */
  alarm: 205,
  /** it is usually worked at, where nobody has said, °C (a judgement) */
  worked: 165,
  /** stiff enough to stop flowing, °C */
  noFlow: 110,
} as const;

/** Density of water at 20 °C, g/mL (CRC Handbook). */
export const WATER_DENSITY = 0.998;

/**
 * Density of plastisol at a heat, g/mL: ρ(T) = ρ20 exp(−β (T − 20)).
 * @param celsius °C
 * @param density20 g/mL at 20 °C
 */
export const density = (celsius: number, density20: number = PLASTISOL.density20): number =>
  density20 * Math.exp(-PLASTISOL.expansion * (celsius - 20));
