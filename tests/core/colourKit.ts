import fc from 'fast-check';
import { colourOfHex, even, reflectanceOf, xyzOfLab } from '@/core/colour/index.ts';

export const share = () => fc.double({ min: 0.001, max: 0.999, noNaN: true });

/** A pigment as a paint box has it: so strong, of that colour when it hides. */
export const paint = (hex: string, scatter: number) => {
  const reflectance = reflectanceOf(xyzOfLab(colourOfHex(hex)!))!;
  return {
    k: reflectance.map(
      (x) =>
        (scatter * (1 - Math.min(0.97, Math.max(0.02, x))) ** 2) /
        (2 * Math.min(0.97, Math.max(0.02, x))),
    ),
    s: even(scatter),
  };
};
