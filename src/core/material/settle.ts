import { density } from './plastisol.ts';
import type { Material } from './shelf.ts';
import { viscosity } from './viscosity.ts';

/** m/s². */
const GRAVITY = 9.80665;
/** mm across a grain of salt, and of flake's film (judgements). */
export const GRAIN = 0.2;
const FILM = 0.04;

/**
 * Stokes' law (1851), m/s: how fast one grain goes down by itself, `v = Δρ g d² / 18 μ`.
 * @param excess kg/m³ it is denser by
 * @param grain mm across
 * @param mu Pa s
 */
export const stokes = (excess: number, grain: number, mu: number): number =>
  (excess * GRAVITY * (grain / 1000) ** 2) / (18 * mu);

/** How fast one grain or flake goes down in still plastic, m/s, by its excess of density, kg/m³. */
const SINKS: Partial<
  Record<Material['kind'], (excess: number, thickness: number, size: number) => number>
> = {
  salt: (excess, mu) => stokes(excess, GRAIN, mu),
  // A thin disc lying flat (Oberbeck 1876, drag 16 μ r v): v = π Δρ g d h / 32 μ.
  flake: (excess, mu, size) =>
    (Math.PI * excess * GRAVITY * (size / 1000) * (FILM / 1000)) / (32 * mu),
};
/** mm of a flake of which nobody has said the size. */
const USUAL_FLAKE = 0.6;

/**
 * How fast a material goes down in plastic that stands, mm/s; 0 where it stays up.
 * @param celsius of the plastic
 * @example settling({ kind: 'pearl', density: 2.6, size: null }, 165) → 0
 */
export function settling(
  { kind, density: own, size }: Pick<Material, 'kind' | 'density' | 'size'>,
  celsius: number,
): number {
  const sinks = SINKS[kind];
  const excess = 1000 * (own - density(celsius));
  if (!sinks || excess <= 0) return 0;
  return 1000 * sinks(excess, viscosity(celsius), size ?? USUAL_FLAKE);
}
