import type { Material } from '../material/index.ts';
import { type Plastic } from '../plastic/index.ts';
import { strengths } from './colouring.ts';
import type { CupState } from './state/cup.ts';

/** Share of a cup's plastic whose make-up nobody knows, by what went into it. */
function unknownShare(cup: CupState): number {
  let unknown = 0;
  for (const { brings, amount, grams } of cup.trail) {
    if (brings === null || brings === 'alike' || grams <= 0) continue;
    const share = Math.min(1, amount / grams);
    const own = brings.grams > 0 ? brings.unknownG / brings.grams : 0;
    unknown = (1 - share) * unknown + share * own;
  }
  return unknown;
}

/**
 * So many grams of what a cup holds, with all that went into it in proportion; what it had spent of
 * its heat is the estimate's to say.
 */
export function plasticIn(
  cup: CupState,
  materials: readonly Material[],
  grams: number = Math.max(0, cup.grams),
): Plastic {
  const ml = grams / cup.density20;
  return {
    grams,
    unknownG: unknownShare(cup) * grams,
    holds: strengths(cup, undefined, materials).map(({ what, materialId, dimension, perMl }) => ({
      what,
      ...(materialId ? { materialId } : {}),
      dimension,
      amount: perMl * ml,
    })),
    spent: null,
    heats: cup.heats,
    density20: cup.density20,
  };
}
