import type { FlakeShape, Ingredient, Material, Mix } from '../material/index.ts';
import { RECIPE_CUP } from '../material/index.ts';
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
/** A mix as it looks: what it does to light without its flake and with it, its flake, and its sheen. */
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

const named = (materials: readonly Material[], i: Ingredient): Material | undefined =>
  materials.find((m) => m.name.toLowerCase() === i.what.toLowerCase());
/** mL of an ingredient as it lies in its spoon. */
export const spoonMl = (
  i: Pick<Ingredient, 'amount' | 'dimension'>,
  m: Pick<Material, 'drop' | 'spoon'>,
): number =>
  i.dimension === 'drops'
    ? i.amount * m.drop
    : i.dimension === 'mass'
      ? i.amount / m.spoon
      : i.amount;

/** Flake in a mix, kind by kind; what is not on the shelf, or has no size, is left to {@link lookOf} to name. */
export const flakesOf = (mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): FlakeIn[] =>
  mix.ladder
    .filter((i) => i.kind === 'flake' || i.kind === 'remelt')
    .flatMap((i) => {
      const m = named(materials, i);
      if (m?.kind === 'puck')
        return m.size && m.carries > 0
          ? [
              {
                what: i.what,
                shape: m.shape,
                size: m.size,
                perMl: (m.carries * spoonMl(i, m)) / RECIPE_CUP,
                tint: m.tint,
              },
            ]
          : [];
      return m?.size
        ? [
            {
              what: i.what,
              shape: m.shape,
              size: m.size,
              perMl:
                flakesIn(m.shape, m.size, spoonMl(i, m), m.spoon || FILM_FLAKE.spoon) / RECIPE_CUP,
              tint: m.tint,
            },
          ]
        : [];
    });

/** How a mix looks, from its ladder for a US cup and the materials of the same names. */
export function lookOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): Look {
  const light = lightOf(mix, materials);
  const flakes = flakesOf(mix, materials);
  const left = [
    ...light.left,
    ...mix.ladder
      .filter((i) => i.kind === 'flake' && !flakes.some((f) => f.what === i.what))
      .map((i) => ({
        what: i.what,
        why: named(materials, i)
          ? 'Its size is not known.'
          : 'No material of that name is on the shelf.',
      })),
  ];
  const add = (a: Medium, b: Medium): Medium => ({
    k: a.k.map((x, n) => x + b.k[n]!),
    s: a.s.map((x, n) => x + b.s[n]!),
  });
  const powders = mix.ladder.flatMap((i) => {
    const m = named(materials, i);
    return m ? [{ m, ml: spoonMl(i, m) }] : [];
  });
  const pearl = powders
    .filter(({ m }) => m.kind === 'pearl' || m.kind === 'highlight')
    .reduce((sum, { ml }) => sum + (ml * 100) / RECIPE_CUP, 0);
  const tint = (kind: Material['kind']) => powders.find(({ m }) => m.kind === kind)?.m.tint ?? null;
  return {
    ...light,
    left,
    flakes,
    withFlake: flakes.reduce<Medium>(
      (m, f) => add(m, flakeMedium(f.shape, f.size, f.perMl, f.tint)),
      light.medium,
    ),
    sheen: 1 - Math.exp(-pearl / SHEEN),
    glow: tint('glow'),
    shift: tint('shift'),
  };
}

/** Share of its heat that a mix's remelt has spent already, over the whole cup; null where there is none in it. */
export function spentIn(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): number | null {
  const pucks = mix.ladder
    .filter((i) => i.kind === 'remelt')
    .flatMap((i) => {
      const m = named(materials, i);
      return m ? [{ grams: spoonMl(i, m) * m.density, spent: m.spent }] : [];
    });
  if (pucks.length === 0) return null;
  const rest = Math.max(0, RECIPE_CUP * 1.03 - pucks.reduce((g, p) => g + p.grams, 0));
  return spentOf([...pucks, { grams: rest, spent: 0 }]);
}
