import type { Outline } from '../mould/outline.ts';
import { profileOf } from '../mould/outline.ts';
import type { Master } from './casting.ts';

/**
 * Skin and shadow of a bait as a master, from its outline: elliptical sections along the length,
 * the shadow seen from the side, the skin measured along its slope. Perimeter of an ellipse by
 * Ramanujan's second formula (1914).
 * @param volume mL, measured or guessed; null = from the outline
 * @returns mm² and mL
 */
export function masterOf(
  outline: Pick<Outline, 'stations' | 'round'>,
  length: number,
  volume: number | null,
): Master {
  const points = profileOf(outline.stations, 60);
  let skin = 0;
  let shadow = 0;
  let bulk = 0;
  for (let i = 1; i < points.length; i++) {
    const [s0, u0, d0] = points[i - 1]!;
    const [s1, u1, d1] = points[i]!;
    const depth = ((u0 + d0 + u1 + d1) / 2) * length;
    const halfHeight = depth / 2;
    const halfWidth = halfHeight * outline.round;
    const step = (s1 - s0) * length;
    // Along the slope of the skin, not along the axis.
    const slant = Math.hypot(step, ((u1 + d1 - u0 - d0) / 2) * length * ((1 + outline.round) / 2));
    const lopsided = ((halfHeight - halfWidth) / (halfHeight + halfWidth || 1)) ** 2;
    skin +=
      Math.PI *
      (halfHeight + halfWidth) *
      (1 + (3 * lopsided) / (10 + Math.sqrt(4 - 3 * lopsided))) *
      slant;
    shadow += depth * step;
    bulk += (Math.PI * halfHeight * halfWidth * step) / 1000;
  }
  return { volume: volume ?? bulk, skin, shadow };
}
