/**
 * Viscosity of fused plastic at 165 °C, Pa·s, and K over which it halves (judgement, about 80
 * kJ/mol; learned from the blade test).
 */
export const VISCOSITY = { at165: 0.3, halves: 14 } as const;
/** What the blade test says: this many times thicker than its heat alone would have it. */
export const RUNS = { thinner: 0.65, alike: 1, thicker: 1.5 } as const;
export type Runs = keyof typeof RUNS;

/** Pa·s at a heat, °C. @param runs as judged on the blade */
export const viscosity = (celsius: number, runs: Runs = 'alike'): number =>
  VISCOSITY.at165 * 2 ** ((165 - celsius) / VISCOSITY.halves) * RUNS[runs];
