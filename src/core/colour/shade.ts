import type { Colour } from './lab.ts';

/** L* a step of shade is (judgement): plainly to be seen, and four of them from middling to black. */
const STEP = 6;

/**
 * A colour so many steps darker, or, below nothing, lighter: of the same hue, and as deep for its
 * lightness as it was.
 * @param steps whole or part; 0 = as it is
 * @example darker({ l: 60, a: 20, b: -10 }, 5) → { l: 30, a: 10, b: -5 }
 */
export function darker({ l, a, b }: Colour, steps: number): Colour {
  const to = Math.min(98, Math.max(2, l - STEP * steps));
  const share = l > 0 ? to / l : 1;
  return { l: to, a: a * share, b: b * share };
}
