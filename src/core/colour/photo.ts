import { convertLrgbToRgb, convertRgbToLrgb, convertRgbToXyz65 } from 'culori/fn';
import type { Colour } from './lab.ts';
import { labOfSrgbXyz } from './lab.ts';

/** Red, green and blue of a picture, 0 to 255. */
export type Pixel = readonly [number, number, number];
export type Balanced = { ok: true; colour: Colour } | { ok: false; message: string };

/**
 * The colour of a spot in a photograph, evened by a white patch in the same light: each channel,
 * made linear, is taken as a share of the patch's (von Kries's scaling in the camera's own
 * primaries).
 * @param white the patch; null = the light is taken to be daylight
 * @param patch reflectance of the patch (white paper)
 */
export function balanced(spot: Pixel, white: Pixel | null, patch = 0.86): Balanced {
  const lin = (pixel: Pixel) =>
    convertRgbToLrgb({ r: pixel[0] / 255, g: pixel[1] / 255, b: pixel[2] / 255 });
  const lrgb = lin(spot);
  const other = white && lin(white);
  if (other && Math.min(other.r, other.g, other.b) < 0.1)
    return {
      ok: false,
      message: 'That patch is too dark to be white. Tap the white one in the same light.',
    };
  if (white && white.some((value) => value >= 255))
    return {
      ok: false,
      message:
        'The white patch is blown out: take the picture a little darker, in the shade outdoors.',
    };
  const by = other
    ? { r: patch / other.r, g: patch / other.g, b: patch / other.b }
    : { r: 1, g: 1, b: 1 };
  const even = convertLrgbToRgb({ r: lrgb.r * by.r, g: lrgb.g * by.g, b: lrgb.b * by.b });
  const { x, y, z } = convertRgbToXyz65(even);
  return { ok: true, colour: labOfSrgbXyz([x, y, z]) };
}
