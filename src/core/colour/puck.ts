import { colourOf, deltaE } from './lab.ts';
import type { Medium } from './laminate.ts';
import { even, layerOver, seen } from './laminate.ts';
import type { OnShelf } from './recipe.ts';
import { SIGHT } from './recipe.ts';
import { CLEAR_BASE, mixed } from './pigment.ts';

/**
 * Remelts blended by their shares with clear plastic for the rest; whatever is in them adds up in
 * proportion.
 * @param share of the charge each takes, together no more than 1
 */
export function blended(
  pucks: readonly { medium: Medium; share: number }[],
  base: Medium = CLEAR_BASE,
): Medium {
  const rest = 1 - pucks.reduce((sum, puck) => sum + puck.share, 0);
  const at = (of: 'k' | 's') =>
    base[of].map(
      (x, i) => rest * x + pucks.reduce((sum, puck) => sum + puck.share * puck.medium[of][i]!, 0),
    );
  return { k: at('k'), s: at('s') };
}
/**
 * Heat spent of a blend: it averages by mass.
 * @param parts g of each, and the share of its heat that is spent
 * @example spentOf([{ grams: 100, spent: 0.2 }, { grams: 300, spent: 0.4 }]) → 0.35
 */
export const spentOf = (parts: readonly { grams: number; spent: number }[]): number => {
  const all = parts.reduce((sum, part) => sum + part.grams, 0);
  return all > 0 ? parts.reduce((sum, part) => sum + part.grams * part.spent, 0) / all : 0;
};

/**
 * What of a puck that is not all one colour still shows after stirring: so much more or less of it
 * here and there (judgement).
 */
const UNEVEN = 0.25;
/** ΔE no eye catches in one bait. */
const EVEN = 1.5;

/**
 * Black, doses in 100 mL, that makes a charge of unlike remelts look even: where the puck is a
 * quarter more or less, the colour hardly moves. Null where no black does.
 */
export function blackToEven(puck: Medium, share: number, black: OnShelf['pigment']): number | null {
  const at = (part: number, dose: number) =>
    colourOf(
      seen(
        layerOver(
          mixed([{ pigment: black, dose }], blended([{ medium: puck, share: Math.min(1, part) }])),
          SIGHT.thickness,
          even(SIGHT.backing),
        ),
        'air',
      ),
    );
  for (let dose = 0; dose <= 80; dose += dose < 10 ? 1 : 5)
    if (deltaE(at(share * (1 - UNEVEN), dose), at(share * (1 + UNEVEN), dose)) <= EVEN) return dose;
  return null;
}
