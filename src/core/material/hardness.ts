import type { Grade } from './grade.ts';
import { RECIPE_CUP } from './mix.ts';
import type { Mix } from './schema.ts';

/**
 * Hardness of a grade as it is bought, on a finger's scale from 0 (jelly) to 100 (a boot sole);
 * judgements, for a shop to set by feel.
 */
export const FIRM: Record<Grade, number> = {
  soft: 25,
  medium: 40,
  hard: 62,
  floating: 38,
  sinking: 48,
};
/**
 * A hundredth of softener takes this share of the hardness away; a hundredth of salt adds so much
 * (judgements).
 */
const SOFTENS = 0.045;
const STIFFENS = 0.012;
/** mL of a drop of softener; g/mL of salt as it lies. */
const DROP = 0.05;
const SALT_LIES = 1.2;

/** How hard a mix comes out, from its grade and what is in it for a US cup. */
export function hardness(mix: Pick<Mix, 'grade' | 'ladder'>): number {
  const part = (kind: Mix['ladder'][number]['kind'], dense: number) =>
    mix.ladder
      .filter((ingredient) => ingredient.kind === kind)
      .reduce(
        (ml, ingredient) =>
          ml +
          (ingredient.dimension === 'drops'
            ? ingredient.amount * DROP
            : ingredient.dimension === 'mass'
              ? ingredient.amount / dense
              : ingredient.amount),
        0,
      ) / RECIPE_CUP;
  return (
    FIRM[mix.grade] *
    Math.exp(-SOFTENS * 100 * part('softener', 0.98)) *
    Math.exp(STIFFENS * 100 * part('salt', SALT_LIES))
  );
}
/** mL of softener for a US cup that brings a mix to a hardness; 0 where it is soft enough. */
export const softenerFor = (mix: Pick<Mix, 'grade' | 'ladder'>, wanted: number): number =>
  Math.max(
    0,
    (Math.log(
      hardness({
        ...mix,
        ladder: mix.ladder.filter((ingredient) => ingredient.kind !== 'softener'),
      }) / wanted,
    ) /
      (SOFTENS * 100)) *
      RECIPE_CUP,
  );

/**
 * g that twenty drops weighed, as mL of one. @param density g/mL
 * @example dropOf(1, 1) → 0.05
 */
export const dropOf = (grams: number, density: number): number => grams / 20 / density;
/**
 * Drops that went in, from what a bottle weighed before and after.
 * @example dropsOf(1, { density: 1, drop: 0.05 }) → 20
 */
export const dropsOf = (grams: number, other: { density: number; drop: number }): number =>
  grams / other.density / other.drop;
