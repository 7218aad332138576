import type { FlakeShape, Material, Mix } from '../material/index.ts';
import { materialOf, RECIPE_CUP, spoonMl } from '../material/index.ts';
import { FILM_FLAKE, flakesIn } from './flake.ts';
import { flakeMedium } from './flakeLight.ts';
import type { Medium } from './laminate.ts';
import type { MixLight } from './mixColour.ts';
import { lightOf } from './mixColour.ts';
import { spentOf } from './puck.ts';

/** One kind of flake in a mix. */
export interface FlakeIn {
  what: string;
  shape: FlakeShape;
  /** mm */
  size: number;
  /** flakes in a mL of plastic */
  perMl: number;
  tint: string | null;
}
/**
 * A mix as it looks: what it does to light without its flake and with it, its flake, and its sheen.
 */
export interface Look extends MixLight {
  flakes: FlakeIn[];
  withFlake: Medium;
  /** 0 = dull, towards 1 = all pearl; for looks */
  sheen: number;
  /** what glows or changes colour in it, for looks: its tint */
  glow: string | null;
  shift: string | null;
}

/** mL of pearl in 100 mL of plastic that gives two thirds of all the sheen there is (judgement). */
const SHEEN = 0.25;

/**
 * Flake in a mix, kind by kind; what is not on the shelf, or has no size, is left to {@link lookOf}
 * to name.
 */
const flakesOf = (mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): FlakeIn[] =>
  mix.ladder
    .filter((ingredient) => ingredient.kind === 'flake' || ingredient.kind === 'remelt')
    .flatMap((ingredient) => {
      const material = materialOf(ingredient, materials);
      if (material?.kind === 'puck')
        return material.size && material.carries > 0
          ? [
              {
                what: ingredient.what,
                shape: material.shape,
                size: material.size,
                perMl: (material.carries * spoonMl(ingredient, material)) / RECIPE_CUP,
                tint: material.tint,
              },
            ]
          : [];
      return material?.size
        ? [
            {
              what: ingredient.what,
              shape: material.shape,
              size: material.size,
              perMl:
                flakesIn(
                  material.shape,
                  material.size,
                  spoonMl(ingredient, material),
                  material.spoon || FILM_FLAKE.spoon,
                ) / RECIPE_CUP,
              tint: material.tint,
            },
          ]
        : [];
    });

/** How a mix looks, from its ladder for a US cup and the shelf. */
export function lookOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): Look {
  const light = lightOf(mix, materials);
  const flakes = flakesOf(mix, materials);
  const left = [
    ...light.left,
    ...mix.ladder
      .filter(
        (ingredient) =>
          ingredient.kind === 'flake' && !flakes.some((flake) => flake.what === ingredient.what),
      )
      .map((ingredient) => ({
        what: ingredient.what,
        why: materialOf(ingredient, materials)
          ? 'Its size is not known.'
          : 'No material of that name is on the shelf.',
      })),
  ];
  const add = (medium: Medium, other: Medium): Medium => ({
    k: medium.k.map((x, count) => x + other.k[count]!),
    s: medium.s.map((x, count) => x + other.s[count]!),
  });
  const powders = mix.ladder.flatMap((ingredient) => {
    const material = materialOf(ingredient, materials);
    return material ? [{ m: material, ml: spoonMl(ingredient, material) }] : [];
  });
  const pearl = powders
    .filter(({ m: material }) => material.kind === 'pearl' || material.kind === 'highlight')
    .reduce((sum, { ml }) => sum + (ml * 100) / RECIPE_CUP, 0);
  const tint = (kind: Material['kind']) =>
    powders.find(({ m: material }) => material.kind === kind)?.m.tint ?? null;
  return {
    ...light,
    left,
    flakes,
    withFlake: flakes.reduce<Medium>(
      (made, flake) =>
        add(
          made,
          flakeMedium({
            shape: flake.shape,
            size: flake.size,
            perMl: flake.perMl,
            tint: flake.tint,
          }),
        ),
      light.medium,
    ),
    sheen: 1 - Math.exp(-pearl / SHEEN),
    glow: tint('glow'),
    shift: tint('shift'),
  };
}

/**
 * Share of its heat that a mix's remelt has spent already, over the whole cup; null where there is
 * none in it.
 */
export function spentIn(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): number | null {
  const pucks = mix.ladder
    .filter((ingredient) => ingredient.kind === 'remelt')
    .flatMap((ingredient) => {
      const material = materialOf(ingredient, materials);
      return material
        ? [{ grams: spoonMl(ingredient, material) * material.density, spent: material.spent }]
        : [];
    });
  if (pucks.length === 0) return null;
  const rest = Math.max(0, RECIPE_CUP * 1.03 - pucks.reduce((sum, puck) => sum + puck.grams, 0));
  return spentOf([...pucks, { grams: rest, spent: 0 }]);
}
