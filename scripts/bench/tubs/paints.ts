import { normal } from '../../../src/core/chance.ts';
import type { Colour, Medium, Pigment } from '../../../src/core/colour/index.ts';
import {
  BACKINGS,
  CLEAR_BASE,
  colourOf,
  deltaE,
  even,
  GROUNDS,
  WEAK,
  hexOf,
  layerOver,
  mixed,
  seen,
} from '../../../src/core/colour/index.ts';
import type { Material } from '../../../src/core/material/index.ts';
import { MaterialSchema } from '../../../src/core/material/index.ts';
import { hiddenShelf } from '../shelf.ts';

/** How the world differs from what is reckoned: shares, but yellowing, which is per mm. */
const WORLD = { lumps: 0.12, swatchOff: 0.01, clumps: 0.08, yellows: 0.012 } as const;

export type Chance = () => number;
/** A factor about 1, off by a share. */
export const off = (chance: Chance, share: number): number => Math.exp(normal(chance, 0, share));

/** A paint as it truly is, and as the shop knows it from two swatches. */
export interface Paint {
  truth: Pigment;
  material: Material;
}
/** Lumps in its spectrum, that two swatches cannot tell of. */
function lumpy(pigment: Pigment, chance: Chance): Pigment {
  const [phase, waves] = [6 * chance(), 2 + 4 * chance()];
  const lumps = (band: number) => 1 + WORLD.lumps * Math.sin(phase + (waves * band) / 6);
  return { k: pigment.k.map((x, band) => x * lumps(band)), s: pigment.s };
}
/** Doses tried for a swatch, the strongest first, until the card shows through. */
const TRIED = [60, 40, 25, 15, 10, 6, 4, 2.5, 1.5, 1] as const;
/**
 * Drawn down as a maker does it and read off to a hundredth; nothing where no swatch tells.
 * @param drawnWeak a third time too, with a quarter of it
 */
function drawnDown(truth: Pigment, id: number, drawnWeak: boolean, chance: Chance): Paint[] {
  for (const dose of TRIED) {
    const over = (ground: readonly number[], share = 1) =>
      colourOf(
        seen(layerOver(mixed([{ pigment: truth, dose: share * dose }]), 1, ground), 'air').map(
          (x) => Math.min(1, x * off(chance, WORLD.swatchOff)),
        ),
      );
    const [white, black] = [over(GROUNDS.white), over(GROUNDS.black)];
    if (black.l >= 0.8 * white.l) continue;
    const about = { id, name: `Paint ${id}`, kind: 'pigment', density: 1.1, drop: 0.05, spoon: 1 };
    const weak = drawnWeak ? hexOf(over(GROUNDS.white, WEAK)) : null;
    const swatch = { white: hexOf(white), black: hexOf(black), weak, dose, thickness: 1 };
    return [{ truth, material: MaterialSchema.parse({ ...about, ...swatch }) }];
  }
  return [];
}
/** A shelf of paints. @param from the number of the first */
export const paints = (chance: Chance, from: number, drawnWeak: boolean): Paint[] =>
  hiddenShelf(chance).flatMap(({ pigment }, i) =>
    drawnDown(lumpy(pigment, chance), from + i, drawnWeak, chance),
  );

/** What plastic truly holds: drops of each paint in so many mL. */
export interface Truth {
  ml: number;
  drops: Map<Paint, number>;
}
/** What it does to light: crowded paint scatters less than its sum, and heat yellows the base. */
function mediumOf({ ml, drops }: Truth, spent: number): Medium {
  const sum = mixed(
    [...drops].map(([{ truth }, count]) => ({ pigment: truth, dose: (count * 100) / ml })),
  );
  return {
    k: sum.k.map((x, band) => x + spent * WORLD.yellows * Math.exp(-band / 6)),
    s: sum.s.map((x, band) => {
      const clear = CLEAR_BASE.s[band]!;
      return clear + (x - clear) / (1 + WORLD.clumps * (x - clear));
    }),
  };
}
const { backing, surface } = BACKINGS.card;
/** How it truly looks on a card, through a thin part and a body. @param spent share of its heat */
export const looksOf = (truth: Truth, spent: number): Colour[] =>
  [2, 6].map((mm) => colourOf(seen(layerOver(mediumOf(truth, spent), mm, even(backing)), surface)));
/** ΔE between two looks: the worst of both parts. */
export const apart = (one: readonly Colour[], other: readonly Colour[]): number =>
  Math.max(...one.map((colour, i) => deltaE(colour, other[i]!)));
/** Two plastics stirred together, so many mL of each. */
export function poured(parts: readonly { truth: Truth; ml: number }[]): Truth {
  const drops = new Map<Paint, number>();
  for (const { truth, ml } of parts)
    for (const [paint, count] of truth.drops)
      drops.set(paint, (drops.get(paint) ?? 0) + (count * ml) / truth.ml);
  return { ml: parts.reduce((sum, { ml }) => sum + ml, 0), drops };
}
