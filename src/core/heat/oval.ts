import type { Section } from './conduct.ts';

/**
 * Rate at which an ellipse evens out until it is opened, × α over its thin half-axis squared; x = thickness over width.
 * Its slowest rate held at the wall goes from π²/4 (thin; Borisov & Freitas 2010, *Ann. Phys.* 325) to j₀² = 5.78 (round),
 * but a wide one is opened before only that is left: fitted to two-dimensional conduction, which `tests/core/opening.test.ts`
 * does again.
 */
const rateOf = (x: number): number => 2.95 - 0.45 * x + 3.26 * x * x;

/** Circumference of an ellipse by its half-axes (Ramanujan 1914). */
function around(a: number, b: number): number {
  const h = ((a - b) / (a + b)) ** 2;
  return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
}

/** First zero squared of the radial wave in a space of so many dimensions, through 1 (π²/4), 2 (j₀²) and 3 (π²). */
const ZERO = { at0: -0.0778, by: 2.1599, square: 0.3853 } as const;

/**
 * An oval bar as a section that spreads like something between a slab and a round one: with the oval's own plastic
 * for its skin (early heat, contact) and its own slowest rate (late heat).
 * @param thin, wide whole axes, mm
 */
export function ovalSection(thin: number, wide: number): Pick<Section, 'shape' | 'across'> {
  const [a, b] = [Math.min(thin, wide) / 2, Math.max(thin, wide) / 2];
  const depth = (Math.PI * a * b) / around(a, b);
  const rate = (rateOf(a / b) / (a * a)) * depth * depth;
  const q = rate - ZERO.square;
  const spread = (ZERO.by + Math.sqrt(ZERO.by ** 2 + 4 * q * ZERO.at0)) / (2 * q);
  return { shape: spread, across: 2 * spread * depth };
}
