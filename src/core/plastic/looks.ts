import type { Medium } from '../colour/index.ts';
import { type Colour, colourOfHex, deltaE, lightOf, throughTo } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';

/** mm a colour is looked through to tell two apart: a thin part and a body. */
const LOOKED = [2, 6] as const;

/** How a stuff looks, through a thin part and a body; one colour where only that is known. */
export type Looks = readonly Colour[];

/** What a mix does to light, where all that colours it is on the shelf; else null. */
export function mediumOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): Medium | null {
  if (mix.ladder.length === 0) return null;
  const light = lightOf(mix, materials);
  return light.left.length === 0 ? light.medium : null;
}
export const looksOfMedium = (medium: Medium): Looks =>
  LOOKED.map((mm) => throughTo(medium, mm, 'card'));
/** A colour that somebody said, #rrggbb. */
export const looksSaid = (hex: string): Looks => {
  const said = colourOfHex(hex);
  return said ? [said] : [];
};

/**
 * How far two looks are from each other, ΔE2000: the worst of what both show, the body last; null
 * where one of them shows nothing.
 */
export function apartOf(one: Looks, other: Looks): number | null {
  const shown = Math.min(one.length, other.length);
  if (shown === 0) return null;
  return Math.max(
    ...Array.from({ length: shown }, (_, i) => deltaE(one.at(i - shown)!, other.at(i - shown)!)),
  );
}
