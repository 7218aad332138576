import type { Medium } from './laminate.ts';
import type { Spectrum } from './observer.ts';
import { BANDS } from './observer.ts';

/**
 * What one dose in 100 mL of plastic adds to what the base does, per mm: a dose is a drop, or a
 * hundredth of a mL of powder.
 */
export interface Pigment {
  k: Spectrum;
  s: Spectrum;
}
/** Clear plastisol: nearly nothing of either, a little yellow in it (judgement). */
export const CLEAR_BASE: Medium = {
  k: Array.from({ length: BANDS }, (_, i) => 0.0015 + 0.004 * Math.exp(-i / 5)),
  s: Array.from({ length: BANDS }, () => 0.006),
};

/**
 * A mix: what its ingredients do adds up in proportion to their doses, over the base's own
 * (two-constant theory, Duncan 1940).
 * @param doses in 100 mL, each with its pigment
 */
export function mixed(
  doses: readonly { pigment: Pigment; dose: number }[],
  base: Medium = CLEAR_BASE,
): { k: number[]; s: number[] } {
  const k = [...base.k];
  const scatter = [...base.s];
  for (const { pigment, dose } of doses) {
    for (let i = 0; i < BANDS; i++) {
      k[i]! += dose * pigment.k[i]!;
      scatter[i]! += dose * pigment.s[i]!;
    }
  }
  return { k, s: scatter };
}
