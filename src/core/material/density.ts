import type { Grade } from './grade.ts';
import { GRADES } from './grade.ts';
import { spoonG } from './measure.ts';
import { RECIPE_CUP } from './mix.ts';
import { materialOf } from './named.ts';
import type { Mix } from './schema.ts';
import type { Material } from './shelf.ts';

export type OfPlastisol = Pick<Mix, 'grade' | 'plastisolId'>;

/**
 * Plastisols a mix may be of: the one it names; else those of its grade, since nobody says which
 * bottle a cup was filled from.
 */
export function plastisolsOf<T extends Pick<Material, 'id' | 'kind' | 'grade'>>(
  { grade, plastisolId }: OfPlastisol,
  shelf: readonly T[],
): T[] {
  const all = shelf.filter(({ kind }) => kind === 'plastisol');
  const named = plastisolId ? all.filter(({ id }) => id === plastisolId) : [];
  return named.length > 0 ? named : all.filter((other) => other.grade === grade);
}

/**
 * g/mL at 20 °C of a mix's plastic before anything goes into it: its plastisol's own, the mean of
 * several it may be of, its grade's usual where none stands on the shelf.
 */
function plainDensity(mix: OfPlastisol, shelf: readonly Material[]): number {
  const own = plastisolsOf(mix, shelf);
  return own.length > 0
    ? own.reduce((sum, { density }) => sum + density, 0) / own.length
    : GRADES[mix.grade].density20;
}

/**
 * g/mL at 20 °C of a mix with all that goes into it: softener, pigment, salt and flake keep their
 * masses and their volumes. What the shelf does not have counts for nothing.
 * @example densityOfMix({ grade: 'medium', ladder: [] }, []) → 1.03
 */
export function densityOfMix(
  mix: OfPlastisol & Pick<Mix, 'ladder'>,
  shelf: readonly Material[],
): number {
  let grams = RECIPE_CUP * plainDensity(mix, shelf);
  let volume = RECIPE_CUP;
  for (const ingredient of mix.ladder) {
    const material = materialOf(ingredient, shelf);
    if (!material) continue;
    const own = spoonG(ingredient, material);
    grams += own;
    volume += own / material.density;
  }
  return grams / volume;
}

/** g/mL at 20 °C of a cup of a mix; of its grade where nobody said more. */
export const densityIn = ({ density20, grade }: { density20?: number; grade: Grade }): number =>
  density20 ?? GRADES[grade].density20;
