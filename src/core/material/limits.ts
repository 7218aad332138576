import type { Grade } from './grade.ts';
import { PLASTISOL } from './plastisol.ts';
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

type Shelved = Pick<Material, 'kind'> &
  Partial<Pick<Material, 'grade' | 'fusion' | 'ceiling' | 'alarm'>>;

/**
 * Limits of a grade as it stands on the shelf. Nobody says which bottle a cup was filled from, so
 * where several of one grade stand there the most careful figure of each counts; the usual where
 * none says.
 */
export function limitsOf(grade: Grade, shelf: readonly Shelved[]): Limits {
  const own = shelf.filter((shelved) => shelved.kind === 'plastisol' && shelved.grade === grade);
  const said = (key: keyof Limits): number[] =>
    own.map((shelved) => shelved[key] ?? USUAL_LIMITS[key]);
  if (own.length === 0) return USUAL_LIMITS;
  return {
    fusion: Math.max(...said('fusion')),
    ceiling: Math.min(...said('ceiling')),
    alarm: Math.min(...said('alarm')),
  };
}
