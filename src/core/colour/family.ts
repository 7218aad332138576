import { colourOfHex } from './lab.ts';

/** Families remelt is sorted by, with the hue each begins at, degrees of CIELAB (judgements). */
const HUES = [
  { from: 345, dark: 'Reds', light: 'Pinks' },
  { from: 35, dark: 'Browns', light: 'Oranges' },
  { from: 75, dark: 'Browns', light: 'Yellows' },
  { from: 108, dark: 'Greens', light: 'Greens' },
  { from: 200, dark: 'Blues', light: 'Blues' },
  { from: 295, dark: 'Violets', light: 'Violets' },
] as const;
/** Chroma under which a colour has no hue to speak of, and lightness between black, grey and white. */
const NO_HUE = 9;
const BLACK = 30;
const WHITE = 75;
/** Lightness from which a hue is called by its light name. */
const LIGHT = 52;

/**
 * The family a colour is sorted into for remelt.
 * @param hex #rrggbb; what is no colour is sorted by itself
 * @example colourFamily('#5e7f4e') → 'Greens'
 */
export function colourFamily(hex: string): string {
  const colour = colourOfHex(hex);
  if (!colour) return 'Mixed';
  const { l, a, b } = colour;
  if (Math.hypot(a, b) < NO_HUE) return l < BLACK ? 'Blacks' : l > WHITE ? 'Whites' : 'Greys';
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  const family = HUES.findLast(({ from }) => from !== 345 && hue >= from && hue < 345) ?? HUES[0];
  return l < LIGHT ? family.dark : family.light;
}
