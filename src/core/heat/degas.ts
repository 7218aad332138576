/** Standard atmosphere at sea level, inHg. */
const SEA_LEVEL = 29.92;

/**
 * Air pressure at an altitude, inHg (ICAO standard atmosphere, troposphere).
 * @param metres −430 to 11,000
 * @example airPressure(1500) → 24.97
 */
export const airPressure = (metres: number): number =>
  SEA_LEVEL * (1 - 2.25577e-5 * metres) ** 5.25588;

/** The deepest the gauge of a vacuum pot can read there, inHg: all the air there is. */
export const deepestGauge = (metres: number): number => airPressure(metres);

/**
 * Share of gas in raw plastisol (judgement, learned), and the lowest pressure a pot's pump comes
 * to, inHg.
 */
export const GAS = { share: 0.03, least: 0.4 } as const;

/**
 * How far a cup rises in the pot, against its volume (M10): `1 + φ (Pa/P − 1)`.
 * @param gauge inHg of vacuum read
 * @example riseUnderVacuum(29) → 1.946
 */
export function riseUnderVacuum(gauge: number, metres = 0, gas: number = GAS.share): number {
  const air = airPressure(metres);
  const left = Math.max(GAS.least, air - gauge);
  return 1 + gas * (air / left - 1);
}

/** Share of a cup it may be filled to for that vacuum, at most `rim`. */
export const fillFor = (gauge: number, metres = 0, gas: number = GAS.share, rim = 0.97): number =>
  rim / riseUnderVacuum(gauge, metres, gas);

/**
 * The deepest vacuum a cup so full stands without boiling over, inHg: froth turned round.
 * @param full share of the brim
 */
export function gaugeFor(full: number, metres = 0, gas: number = GAS.share): number {
  const air = airPressure(metres);
  const rises = 1 / Math.max(1e-6, full);
  return rises <= 1 ? 0 : Math.max(0, air - Math.max(GAS.least, air / (1 + (rises - 1) / gas)));
}
