import type { Ingredient, Material, Mix } from '../material/index.ts';
import { doseOf, materialOf, RECIPE_CUP } from '../material/index.ts';
import type { Colour } from './lab.ts';
import { colourOf, hexOf } from './lab.ts';
import type { Medium, Surface } from './laminate.ts';
import { even, layerOver, seen } from './laminate.ts';
import type { Pigment } from './pigment.ts';
import { mixed } from './pigment.ts';
import { shelved } from './shelf.ts';

export interface MixLight {
  medium: Medium;
  /** ingredients that colour it but cannot be reckoned, with why */
  left: { what: string; why: string }[];
}

/** Kinds of ingredient that colour a mix; flake is counted, not mixed in. */
const COLOURS = new Set<Ingredient['kind']>(['pigment', 'powder', 'remelt']);

/** What colours a mix, in doses in 100 mL, and what of it cannot be reckoned. */
interface MixParts extends Pick<MixLight, 'left'> {
  parts: { material: Material; pigment: Pigment; dose: number }[];
}
/** What colours a mix, from its ladder for a US cup and the shelf. */
export function mixParts(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): MixParts {
  const left: MixParts['left'] = [];
  const parts: MixParts['parts'] = [];
  for (const ingredient of mix.ladder.filter((ingredient) => COLOURS.has(ingredient.kind))) {
    const material = materialOf(ingredient, materials);
    const as = material && shelved('', material, 100);
    if (!material || !as) {
      left.push({ what: ingredient.what, why: 'No material of that name is on the shelf.' });
      continue;
    }
    if (!as.ok) {
      left.push({ what: ingredient.what, why: as.message });
      continue;
    }
    const ml =
      ingredient.dimension === 'drops'
        ? ingredient.amount * material.drop
        : ingredient.dimension === 'mass'
          ? ingredient.amount / material.spoon
          : ingredient.amount;
    const dose = ((ml / doseOf(material)) * 100) / RECIPE_CUP;
    parts.push({ material, pigment: as.one.pigment, dose });
  }
  return { parts, left };
}
/** What a mix does to light, from its ladder for a US cup and the shelf. */
export function lightOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): MixLight {
  const { parts, left } = mixParts(mix, materials);
  return { medium: mixed(parts), left };
}

/**
 * What a bait is looked at over: pale sand in clear water, weed in dark; and a white card in the
 * hand (judgements). Pictures are drawn on the same grounds.
 */
export const BACKINGS = {
  card: { name: 'on white, in the hand', surface: 'air', backing: 0.86 },
  light: { name: 'light water', surface: 'water', backing: 0.66 },
  dark: { name: 'dark water', surface: 'water', backing: 0.03 },
} as const satisfies Record<string, { name: string; surface: Surface; backing: number }>;
export type Backing = keyof typeof BACKINGS;

/** Colour of so many mm of it over a backing. */
export const throughTo = (medium: Medium, thickness: number, over: Backing): Colour =>
  colourOf(
    seen(layerOver(medium, thickness, even(BACKINGS[over].backing)), BACKINGS[over].surface),
  );

/** mm a mix is drawn through where a list shows it. */
const SHOWN = 6;
/**
 * Screen colour of a mix in a list: reckoned where all that colours it is known, else as its maker
 * picked it.
 */
export function drawnAs(
  mix: Pick<Mix, 'ladder' | 'colour'>,
  materials: readonly Material[],
): string {
  const { medium, left } = lightOf(mix, materials);
  return left.length > 0 || !mix.ladder.some((ingredient) => COLOURS.has(ingredient.kind))
    ? mix.colour
    : hexOf(throughTo(medium, SHOWN, 'card'));
}

/**
 * How much a thickness hides what is behind it: 1 − (Y over white − Y over black)/(that of the
 * grounds bare).
 */
export function opacity(medium: Medium, thickness: number): number {
  const over = (ground: number) => colourOf(layerOver(medium, thickness, even(ground)));
  const lum = ({ l }: Colour) => (l > 8 ? ((l + 16) / 116) ** 3 : l / 903.3);
  return 1 - (lum(over(0.86)) - lum(over(0.02))) / (0.86 - 0.02);
}
