import type { FlakeShape } from '../material/index.ts';
import { SHAPES } from '../material/index.ts';
import { FACING } from './flake.ts';
import { colourOfHex, xyzOfLab } from './lab.ts';
import type { Medium } from './laminate.ts';
import { reflectanceOf } from './reconstruct.ts';
import { even } from './laminate.ts';

/** What a face turns back, band by band; grey where nothing is known of its colour. */
export function faceOf(tint: string | null): number[] {
  const lab = tint ? colourOfHex(tint) : null;
  return (lab && reflectanceOf(xyzOfLab(lab))) ?? even(0.5);
}

/**
 * What flake adds to its plastic, per mm. Each face is opaque: of the light that meets one it turns
 * back R and keeps the rest, which is Kubelka and Munk's own picture of a layer with S = τR and K =
 * τ(1 − R), where τ is the area of faces to the mm. Without plastic between, a layer lets
 * `exp(−τt)` through where R = 0: the share not covered.
 * @param perMl flakes in a mL
 */
export function flakeMedium({
  shape,
  size,
  perMl,
  tint,
  facing = FACING,
}: {
  shape: FlakeShape;
  size: number;
  perMl: number;
  tint: string | null;
  facing?: number;
}): Medium {
  const tau = (perMl / 1000) * facing * SHAPES[shape].area(size);
  const face = faceOf(tint);
  return {
    k: face.map((reflected) => tau * (1 - reflected)),
    s: face.map((reflected) => tau * reflected),
  };
}
