import type { Spectrum } from './observer.ts';
import { BANDS } from './observer.ts';

/** What a medium does to light in each band: absorption and scattering, per mm (Kubelka & Munk). */
export interface Medium {
  k: Spectrum;
  s: Spectrum;
}

/**
 * Scattering so small against absorption that the layer is clear: the limit is taken in closed
 * form.
 */
const CLEAR = 1e-9;

/** Reflectance of a layer over a backing in one band: {@link layerOver}. */
export function bandOver(K: number, scatter: number, thickness: number, ground: number): number {
  if (thickness <= 0) return ground;
  if (scatter <= CLEAR * Math.max(K, 1e-6)) return ground * Math.exp(-2 * K * thickness);
  const sum = (scatter + K) / scatter;
  const root = Math.sqrt(sum * sum - 1);
  const x = root * scatter * thickness;
  // Nothing absorbed: b → 0 and b coth(bSX) → 1/(SX).
  if (root < 1e-6)
    return (ground + (1 - ground) * scatter * thickness) / (1 + (1 - ground) * scatter * thickness);
  const coth = x > 20 ? root : root / Math.tanh(x);
  return (1 - ground * (sum - coth)) / (sum - ground + coth);
}

/**
 * Reflectance of a layer over a backing, band by band, without its surface (Kubelka 1948, the
 * hyperbolic solution): `R = (1 − Rg (a − b coth bSX)) / (a − Rg + b coth bSX)`, a = (S + K)/S, b =
 * √(a² − 1). No scatter leaves Beer and Lambert's law, there and back; no thickness leaves the
 * backing.
 * @param thickness mm
 * @param backing reflectance under it
 */
export const layerOver = (
  { k: spectrum, s }: Medium,
  thickness: number,
  backing: Spectrum,
): number[] =>
  Array.from({ length: BANDS }, (_, i) => bandOver(spectrum[i]!, s[i]!, thickness, backing[i]!));

/** Reflectance of a layer so thick that no backing is seen: a − b. */
export const thick = ({ k: spectrum, s }: Medium): number[] =>
  spectrum.map((K, i) => {
    const sum = (s[i]! + K) / Math.max(s[i]!, 1e-12);
    return sum - Math.sqrt(sum * sum - 1);
  });

/** Share of light a layer lets through, band by band: `b / (a sinh bSX + b cosh bSX)`. */
export function through({ k: spectrum, s }: Medium, thickness: number): number[] {
  return spectrum.map((K, i) => {
    const scatter = s[i]!;
    if (scatter <= CLEAR * Math.max(K, 1e-6)) return Math.exp(-K * thickness);
    const sum = (scatter + K) / scatter;
    const root = Math.sqrt(sum * sum - 1);
    const x = root * scatter * thickness;
    if (root < 1e-6) return 1 / (1 + scatter * thickness);
    // Divided by e^x above and below, so that thick layers do not run over.
    const fades = Math.exp(-2 * x);
    return (2 * root * Math.exp(-x)) / (sum * (1 - fades) + root * (1 + fades));
  });
}

/**
 * What a surface turns back of light from outside and from within (Saunderson 1942), for plastic of
 * index 1.5.
 */
export const SURFACES = {
  air: { out: 0.04, in: 0.596 },
  water: { out: 0.0035, in: 0.234 },
} as const;
export type Surface = keyof typeof SURFACES;

/** What is seen from outside of a reflectance within. */
export const seen = (within: Spectrum, surface: Surface): number[] => {
  const { out, in: k2 } = SURFACES[surface];
  return within.map((reflected) => out + ((1 - out) * (1 - k2) * reflected) / (1 - k2 * reflected));
};
/** The reflectance within that is seen so from outside: Saunderson's correction turned round. */
export const unseen = (outside: Spectrum, surface: Surface): number[] => {
  const { out, in: k2 } = SURFACES[surface];
  return outside.map((reflected) => {
    const share = Math.max(0, reflected - out);
    return share / ((1 - out) * (1 - k2) + k2 * share);
  });
};

/**
 * Layers from the side that is looked at, over a backing; the surface of the first is the bait's.
 */
export function stack(
  layers: readonly { medium: Medium; thickness: number }[],
  backing: Spectrum,
): number[] {
  return [...layers]
    .reverse()
    .reduce<number[]>(
      (under, { medium, thickness }) => layerOver(medium, thickness, under),
      [...backing],
    );
}

/** The same reflectance in every band. */
export const even = (reflected: number): number[] => Array.from({ length: BANDS }, () => reflected);
