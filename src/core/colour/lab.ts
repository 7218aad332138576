import type { Lab } from 'culori/fn';
import {
  convertRgbToXyz65,
  convertXyz65ToRgb,
  differenceCiede2000,
  parseHex,
  serializeHex,
} from 'culori/fn';
import type { Spectrum, Xyz } from './observer.ts';
import { WHITE, xyzOf } from './observer.ts';

const e2000 = differenceCiede2000();

/** CIELAB under D65, 2°. */
export interface Colour {
  l: number;
  a: number;
  b: number;
}
/**
 * White of sRGB's own definition, to which tristimulus values are brought by their shares of white.
 */
const D65_WHITE: Xyz = [0.95047, 1, 1.08883];

const curve = (share: number): number =>
  share > (6 / 29) ** 3 ? Math.cbrt(share) : share / (3 * (6 / 29) ** 2) + 4 / 29;
const back = (share: number): number =>
  share > 6 / 29 ? share ** 3 : 3 * (6 / 29) ** 2 * (share - 4 / 29);

/** CIELAB of tristimulus values relative to a white (CIE 15 §8.2.1). */
export function labOf([x, y, z]: Xyz, [xn, yn, zn]: Xyz = WHITE): Colour {
  const [fx, fy, fz] = [curve(x / xn), curve(y / yn), curve(z / zn)];
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}
/** Tristimulus values of a CIELAB colour. */
export function xyzOfLab({ l, a, b }: Colour, [xn, yn, zn]: Xyz = WHITE): Xyz {
  const fy = (l + 16) / 116;
  return [xn * back(fy + a / 500), yn * back(fy), zn * back(fy - b / 200)];
}
/** Colour of a reflectance under D65. */
export const colourOf = (reflectance: Spectrum): Colour => labOf(xyzOf(reflectance));

/**
 * CIEDE2000 colour difference (ISO/CIE 11664-6).
 * @example deltaE({ l: 50, a: 2.6772, b: -79.7751 }, { l: 50, a: 0, b: -82.7485 }) → 2.0425
 */
export const deltaE = (one: Colour, other: Colour): number =>
  e2000(
    { mode: 'lab65', ...one } as Lab & { mode: 'lab65' },
    { mode: 'lab65', ...other } as Lab & { mode: 'lab65' },
  );

/** sRGB hex of a colour, clipped to what a screen can show. */
export function hexOf(colour: Colour): string {
  const [x, y, z] = xyzOfLab(colour, D65_WHITE);
  return serializeHex(convertXyz65ToRgb({ x, y, z }));
}
/** CIELAB of an sRGB hex such as `#6b7f2a`; null where it is none. */
export function colourOfHex(hex: string): Colour | null {
  const rgb = parseHex(hex);
  if (!rgb) return null;
  const { x, y, z } = convertRgbToXyz65(rgb);
  return labOfSrgbXyz([x, y, z]);
}
/** CIELAB of tristimulus values on sRGB's own white. */
export const labOfSrgbXyz = (xyz: Xyz): Colour => labOf(xyz, D65_WHITE);

/**
 * A colour as people write it: `#6b7f2a`, or L, a and b as three figures; null where it is neither.
 */
export function readColour(text: string): Colour | null {
  const typed = text.trim();
  if (/^#?[0-9a-f]{6}$/i.test(typed))
    return colourOfHex(typed.startsWith('#') ? typed : `#${typed}`);
  const figures = typed
    .replace(/lab|[();:/]/gi, ' ')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [lightness, redness, yellowness] = figures;
  return figures.length === 3 &&
    figures.every(Number.isFinite) &&
    lightness! >= 0 &&
    lightness! <= 100 &&
    Math.abs(redness!) <= 128 &&
    Math.abs(yellowness!) <= 128
    ? { l: lightness!, a: redness!, b: yellowness! }
    : null;
}
