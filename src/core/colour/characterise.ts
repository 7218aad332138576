import type { Colour } from './lab.ts';
import { colourOf, deltaE, xyzOfLab } from './lab.ts';
import type { Medium } from './laminate.ts';
import { even, layerOver, seen, unseen } from './laminate.ts';
import { BANDS } from './observer.ts';
import type { Pigment } from './pigment.ts';
import { CLEAR_BASE, mixed } from './pigment.ts';
import { reflectanceOf } from './reconstruct.ts';
import type { Drawdown } from './refine.ts';
import { refined } from './refine.ts';

/** Drawdowns over white and over black, of known dose and thickness. */
export interface Swatches {
  white: Colour;
  black: Colour;
  /** as thick, with {@link WEAK} of its dose, over white; null where nobody drew one down */
  weak?: Colour | null;
  /** doses in 100 mL */
  dose: number;
  /** mm */
  thickness: number;
}
/** Share of the dose in a weak drawdown: a second point on the curve of how it tints. */
export const WEAK = 0.25;
/** What the card's two grounds turn back (judgement: a printed drawdown card). */
const CARD = { white: 0.86, black: 0.02 } as const;
/** The card's grounds as spectra. */
export const GROUNDS = { white: even(CARD.white), black: even(CARD.black) } as const;
/**
 * Black over white must lie between these, in Y: outside neither scatter nor absorption can be
 * told.
 */
const TELLS = { least: 0.15, most: 0.85 } as const;

/**
 * ΔE by which a pigment may miss the swatches it was found from: more, and no layer of one
 * thickness looks like both.
 */
const MISSES = 3;

export type Characterised =
  | { ok: true; pigment: Pigment; ways: Pigment[]; contrast: number }
  | { ok: false; code: 'opaque' | 'clear' | 'dose' | 'colour' | 'unlike'; message: string };

/** Mean of a band and its neighbours, of ln: what a pigment does is smooth over 30 nm. */
const smoothed = (list: number[]): number[] =>
  list.map((_, i) =>
    Math.exp(
      [-1, 0, 1].reduce(
        (sum, value) =>
          sum +
          (value === 0 ? 0.5 : 0.25) * Math.log(list[Math.min(BANDS - 1, Math.max(0, i + value))]!),
        0,
      ),
    ),
  );

/**
 * Absorption and scatter of a layer from its reflectance over two grounds, in one band: Kubelka's
 * equations turned round. With `a = ½ (R_w + R_b + …)` found by the two grounds, `bSX = arcoth(b
 * R/(1 − aR))` over black.
 * @param white reflectance over the white ground, and black over the black one, both within the
 * surface
 */
function solveBand(white: number, black: number, thickness: number): { k: number; s: number } {
  const { white: paper, black: ink } = CARD;
  const overWhite = Math.min(0.995, Math.max(1e-4, white));
  // Over black never more than over white; what is left over is noise.
  const b0 = Math.min(overWhite * 0.9995, Math.max(1e-5, black));
  // Of one layer over both grounds, with a = 1 + K/S as the sum: both must give one coth.
  const cothOf = (sum: number, seen: number, ground: number): number =>
    (1 - sum * (seen + ground) + seen * ground) / (seen - ground);
  // (1 − a(R + g) + Rg)/(R − g) = b coth(bSX) is the same over either ground g, so a comes out of a
  // linear equation.
  const over = [overWhite - paper, b0 - ink] as const;
  const slope = -(overWhite + paper) * over[1] + (b0 + ink) * over[0];
  const level = (1 + overWhite * paper) * over[1] - (1 + b0 * ink) * over[0];
  const sum = Math.abs(slope) < 1e-12 ? 1 + 1e-6 : Math.max(1 + 1e-6, -level / slope);
  const root = Math.sqrt(sum * sum - 1);
  const coth = cothOf(sum, b0, ink) / root;
  // Thinner than nothing or thicker than told: held to what is bounded.
  const x = coth > 1 ? 0.5 * Math.log((coth + 1) / (coth - 1)) : 6;
  const scatter = Math.min(50, Math.max(1e-6, x / (root * thickness)));
  return { k: Math.min(50, Math.max(1e-6, scatter * (sum - 1))), s: scatter };
}

/**
 * What a pigment does to light, from two swatches or three. Bounded and smoothed over neighbouring
 * bands, then bent until it looks like all of them; a swatch whose contrast cannot tell is sent back
 * with what to change, and so are those that no one paint looks like.
 */
export function characterise(
  { white, black, weak, dose, thickness }: Swatches,
  base: Medium = CLEAR_BASE,
): Characterised {
  if (!(dose > 0) || !(thickness > 0))
    return {
      ok: false,
      code: 'dose',
      message: 'A swatch has a dose and a thickness above nothing. What you typed is kept.',
    };
  const [xw, xb] = [xyzOfLab(white), xyzOfLab(black)];
  const contrast = xb[1] / Math.max(1e-6, xw[1]);
  if (contrast > TELLS.most)
    return {
      ok: false,
      code: 'opaque',
      message:
        'Over black it looks as over white: it hides the card. Make it thinner, or with less in it.',
    };
  if (contrast < TELLS.least)
    return {
      ok: false,
      code: 'clear',
      message: 'Over black nothing of it is seen: make it thicker, or with more in it.',
    };
  const [rw, rb] = [reflectanceOf(xw), reflectanceOf(xb)];
  if (!rw || !rb)
    return {
      ok: false,
      code: 'colour',
      message:
        'No paint has that colour by daylight. Take the picture in the shade outdoors, with the white patch in it.',
    };
  const [overWhite, overBlack] = [unseen(rw, 'air'), unseen(rb, 'air')];
  const bands = Array.from({ length: BANDS }, (_, i) =>
    solveBand(overWhite[i]!, overBlack[i]!, thickness),
  );
  const per = (all: number[], own: readonly number[]) =>
    smoothed(all.map((x, i) => Math.max(1e-7, (x - own[i]!) / dose)));
  const first = {
    k: per(
      bands.map((band) => band.k),
      base.k,
    ),
    s: per(
      bands.map((band) => band.s),
      base.s,
    ),
  };
  return asSeen(first, base, drawdownsOf({ white, black, weak, dose, thickness }), contrast);
}

/** What was drawn down, by what it is called. */
const drawdownsOf = ({ white, black, weak, dose, thickness }: Swatches): NamedDrawdown[] => [
  { over: 'white', colour: white, dose, thickness, ground: GROUNDS.white },
  { over: 'black', colour: black, dose, thickness, ground: GROUNDS.black },
  ...(weak
    ? [
        {
          over: 'white with a quarter of it',
          ...{ colour: weak, dose: WEAK * dose, thickness, ground: GROUNDS.white },
        },
      ]
    : []),
];
type NamedDrawdown = Drawdown & { over: string };

/** A pigment that looks like all of its drawdowns, or a refusal where no one layer does. */
function asSeen(
  first: Pigment,
  base: Medium,
  drawdowns: readonly NamedDrawdown[],
  contrast: number,
): Characterised {
  const { pigment, ways } = refined(first, base, drawdowns);
  const [worst] = drawdowns
    .map(({ over, colour, dose, thickness, ground }) => {
      const layer = mixed([{ pigment, dose }], base);
      return {
        over,
        off: deltaE(colourOf(seen(layerOver(layer, thickness, ground), 'air')), colour),
      };
    })
    .sort((one, other) => other.off - one.off);
  if (worst!.off > MISSES)
    return {
      ok: false,
      code: 'unlike',
      message:
        `No one paint looks so in all of them: reckoned back, it is ${worst!.off.toFixed(0)} (ΔE) ` +
        `from what was read over ${worst!.over}. Read them again, in one light; all are kept.`,
    };
  return { ok: true, contrast, pigment, ways };
}
