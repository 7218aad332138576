import { gammaln } from 'simple-statistics';
import type { FlakeShape } from '../material/index.ts';
import { SHAPES } from '../material/index.ts';

/**
 * Polyester film: mm thick and g/cm³; g/mL as it lies in a spoon (judgements, settable by
 * weighing).
 */
export const FILM_FLAKE = { thick: 0.05, density: 1.38, spoon: 0.55 } as const;
/**
 * How much of its face a flake in a bait turns to the eye: half when it lies anyhow, all when flat
 * (judgement).
 */
export const FACING = 0.7;

/**
 * Share of the light that meets a flake on its way through: what passes between flakes strewn
 * anyhow falls off as e to their faces on the way (Poisson).
 * @param depth mm of plastic
 */
export const lightMet = (
  { perMl, shape, size }: { perMl: number; shape: FlakeShape; size: number },
  depth: number,
): number => 1 - Math.exp(-(perMl / 1000) * FACING * SHAPES[shape].area(size) * depth);

/**
 * Thousandths of an inch in mm.
 * @example thousandths(40) → 1.016
 */
export const thousandths = (count: number): number => count * 0.0254;

/** g of one flake. @param size mm */
export const flakeMass = (shape: FlakeShape, size: number): number =>
  (SHAPES[shape].area(size) * FILM_FLAKE.thick * FILM_FLAKE.density) / 1000;

/** How many flakes a spoon holds. @param ml of the spoon */
export const flakesIn = (
  shape: FlakeShape,
  size: number,
  ml: number,
  spoon: number = FILM_FLAKE.spoon,
): number => (ml * spoon) / flakeMass(shape, size);

export interface FlakeInBait {
  mean: number;
  /**
   * the fewest counts side by side that at least eight baits in ten have, and the share that has
   * them
   */
  low: number;
  high: number;
  held: number;
  /** share of its outline that flake covers, seen from the side */
  cover: number;
  /** share of its volume too thin for a flake this wide */
  kept_out: number;
}
/** Share of baits the range of counts must hold. */
const HELD = 0.8;

/**
 * The narrowest run of counts that holds a share of a Poisson law, grown from its mode towards the
 * likelier side: few flakes come in whole ones, so it holds more than is asked.
 * @param mean of the law, above or at 0
 * @see Johnson, Kemp & Kotz, *Univariate Discrete Distributions*, §4.3
 */
export function countsHolding(
  mean: number,
  share: number = HELD,
): { low: number; high: number; held: number } {
  let low = Math.floor(mean);
  let high = low;
  const mode = mean > 0 ? Math.exp(low * Math.log(mean) - mean - gammaln(low + 1)) : 1;
  let held = mode;
  let [under, over] = [mode * (low / (mean || 1)), mode * (mean / (high + 1))];
  while (held < share) {
    if (under > over) {
      held += under;
      low -= 1;
      under *= low / mean;
    } else {
      held += over;
      high += 1;
      over *= mean / (high + 1);
    }
  }
  return { low, high, held };
}

/**
 * Flakes in one bait (M13): counts as Poisson; a section thinner than a flake is wide takes none
 * in.
 * @param perMl flakes in a mL of the mix
 * @param sections of the bait from nose to tail: mL of each, and mm across at its thinnest
 */
export function flakeInBait({
  shape,
  size,
  perMl,
  sections,
  facing = FACING,
}: {
  shape: FlakeShape;
  size: number;
  perMl: number;
  sections: readonly { volume: number; across: number }[];
  facing?: number;
}): FlakeInBait {
  const all = sections.reduce((sum, section) => sum + section.volume, 0);
  const open = sections
    .filter((section) => section.across >= size)
    .reduce((sum, section) => sum + section.volume, 0);
  const mean = perMl * open;
  const thick =
    all > 0 ? sections.reduce((sum, section) => sum + section.across * section.volume, 0) / all : 0;
  return {
    mean,
    ...countsHolding(mean),
    cover: all > 0 ? (open / all) * covering({ shape, size, perMl, thick, facing }) : 0,
    kept_out: all > 0 ? 1 - open / all : 0,
  };
}

/** Share of a face that flake hides: `1 − exp(−n t s A)`. @param thick mm looked through */
export const covering = ({
  shape,
  size,
  perMl,
  thick,
  facing = FACING,
}: {
  shape: FlakeShape;
  size: number;
  perMl: number;
  thick: number;
  facing?: number;
}): number => 1 - Math.exp(-(perMl / 1000) * thick * facing * SHAPES[shape].area(size));

/**
 * Dose of flake in remelt that hides what is in it already: this many times as much (handbook §2
 * step 23).
 */
export const HIDES = 4;
