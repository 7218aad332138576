import { hexOf, lightOf, throughTo } from '../colour/index.ts';
import type { Material } from '../material/index.ts';
import { asMix, isKnown } from '../plastic/index.ts';
import { plasticIn } from './cupContent.ts';
import type { CupState } from './state/cup.ts';

/** mm a cup's plastic is drawn through, as mixes are in a list. */
const SHOWN = 6;
/** Raw plastisol, before it runs clear (handbook §2: it is milky). */
const MILKY = '#ece8dc';

/**
 * Colour a cup is drawn in: as what is in it now makes it, doctored or not; as its mix looks where
 * that cannot be reckoned.
 * @returns #rrggbb
 */
export function cupColour(cup: CupState, materials: readonly Material[]): string {
  const plastic = plasticIn(cup, materials);
  const { name, grade, colour } = cup;
  const mix = asMix(plastic, { name, grade, colour }, materials);
  const { medium, left } = lightOf(mix, materials);
  if (!isKnown(plastic) || left.length > 0) return colour;
  if (!cup.fused && mix.ladder.every(({ kind }) => kind !== 'pigment' && kind !== 'powder'))
    return MILKY;
  return hexOf(throughTo(medium, SHOWN, 'card'));
}
