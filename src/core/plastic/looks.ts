import type { Medium } from '../colour/index.ts';
import { type Colour, colourOfHex, deltaE, lightOf, throughTo, waysOf } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';
import { Z80 } from '../quantiles.ts';
import { materialOf } from '../material/index.ts';

/** mm a colour is looked through to tell two apart: a thin part and a body. */
const LOOKED = [2, 6] as const;

/** How a stuff looks, through a thin part and a body; one colour where only that is known. */
export type Looks = readonly Colour[];

/** What a mix does to light, where all that colours it is on the shelf; else null. */
export function mediumOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): Medium | null {
  if (mix.ladder.length === 0) return null;
  const light = lightOf(mix, materials);
  return light.left.length === 0 ? light.medium : null;
}
/**
 * ΔE by which a mix may look otherwise than it is reckoned, eight times in ten: each dose may be off,
 * and so may what its paint was found to do. 0 where what is in it does not say.
 */
export function doubtOf(mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): number {
  const medium = mediumOf(mix, materials);
  if (!medium) return 0;
  const looks = looksOfMedium(medium);
  const movedBy = (ladder: Mix['ladder'], on: readonly Material[]): number => {
    const moved = mediumOf({ ladder }, on);
    return moved ? apartOf(looksOfMedium(moved), looks)! : 0;
  };
  const parts = mix.ladder.flatMap((ingredient, at) => {
    const more = { ...ingredient, amount: ingredient.amount * (1 + DOSE_OFF) };
    const material = materialOf(ingredient, materials);
    const offBy = (material ? waysOf(material) : []).map((way) =>
      movedBy(
        mix.ladder,
        materials.map((one) => (one === material ? way : one)),
      ),
    );
    return [movedBy(mix.ladder.with(at, more), materials), Z80 * Math.hypot(...offBy)];
  });
  return Math.hypot(RECKONED_OFF, ...parts);
}
/** Share a dose may be off by, its drops and its paint's strength together (judgement). */
const DOSE_OFF = 0.1;
/** ΔE the reckoning itself may be off by (judgement). */
const RECKONED_OFF = 0.8;

export const looksOfMedium = (medium: Medium): Looks =>
  LOOKED.map((mm) => throughTo(medium, mm, 'card'));
/** A colour that somebody said, #rrggbb. */
export const looksSaid = (hex: string): Looks => {
  const said = colourOfHex(hex);
  return said ? [said] : [];
};

/**
 * How far two looks are from each other, ΔE2000: the worst of what both show, the body last; null
 * where one of them shows nothing.
 */
export function apartOf(one: Looks, other: Looks): number | null {
  const shown = Math.min(one.length, other.length);
  if (shown === 0) return null;
  return Math.max(
    ...Array.from({ length: shown }, (_, i) => deltaE(one.at(i - shown)!, other.at(i - shown)!)),
  );
}

/** A mix of the book, with how it looks: worked out once for all that is held against it. */
export interface BookMix {
  id: number;
  name: string;
  /** as its ladder makes it, or as its maker picked it where that is not known */
  looks: Looks;
  /** as it is drawn in a list */
  drawn: Looks;
}
export const bookOf = (
  mixes: readonly { id: number; spec: Mix }[],
  materials: readonly Material[],
): BookMix[] =>
  mixes.map(({ id, spec }) => {
    const medium = mediumOf(spec, materials);
    const drawn = looksSaid(spec.colour);
    return { id, name: spec.name, looks: medium ? looksOfMedium(medium) : drawn, drawn };
  });
