import { PLASTISOL } from './plastisol.ts';
import { type OfPlastisol, plastisolsOf } from './density.ts';
import type { Material } from './shelf.ts';

/** Heats a plastisol must reach once, is kept under, and breaks down at, °C. */
export interface Limits {
  fusion: number;
  ceiling: number;
  alarm: number;
}
export const USUAL_LIMITS: Limits = {
  fusion: PLASTISOL.fusion,
  ceiling: PLASTISOL.ceiling,
  alarm: PLASTISOL.alarm,
};

type Shelved = Pick<Material, 'id' | 'kind' | 'grade'> &
  Partial<Pick<Material, 'fusion' | 'ceiling' | 'alarm'>>;

/**
 * Limits of a mix's plastisol as it stands on the shelf. Where it may be of several, the most
 * careful figure of each counts; the usual where none says.
 */
export function limitsOf(mix: OfPlastisol, shelf: readonly Shelved[]): Limits {
  const own = plastisolsOf(mix, shelf);
  const said = (key: keyof Limits): number[] =>
    own.map((shelved) => shelved[key] ?? USUAL_LIMITS[key]);
  if (own.length === 0) return USUAL_LIMITS;
  return {
    fusion: Math.max(...said('fusion')),
    ceiling: Math.min(...said('ceiling')),
    alarm: Math.min(...said('alarm')),
  };
}
