/**
 * Ea/R for thermal breakdown of stabilised PVC, K: 120 kJ/mol (a judgement inside the published
 * 100–140).
 */
const EA_OVER_R = 120_000 / 8.314462618;
const REFERENCE_K = 450.15;

/**
 * Speed of heat damage against that at 177 °C (Arrhenius). It doubles every 9.7 K there.
 * @param celsius °C
 */
export const damageRate = (celsius: number): number =>
  Math.exp(EA_OVER_R * (1 / REFERENCE_K - 1 / (celsius + 273.15)));

/** s plastic lasts at 177 °C: an hour stabilised, half without (judgement). */
export const LIFE = { stabilised: 3600, bare: 1800 } as const;

/**
 * Share of its heat a plastic has spent after a time at one heat (1 = all of it).
 * @param seconds s
 * @param life s it lasts at 177 °C
 */
export const dose = (celsius: number, seconds: number, life: number = LIFE.stabilised): number =>
  (damageRate(celsius) * seconds) / life;

/** Heat spent by a blend of two plastics, by mass (M11). */
export const blendDose = (
  one: { grams: number; dose: number },
  other: { grams: number; dose: number },
): number =>
  one.grams + other.grams === 0
    ? 0
    : (one.grams * one.dose + other.grams * other.dose) / (one.grams + other.grams);
