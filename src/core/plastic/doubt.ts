import type { Medium } from '../colour/index.ts';
import { blended, CLEAR_BASE, mixed, mixParts, waysOf } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';
import { Z80 } from '../quantiles.ts';
import type { Looks } from './looks.ts';
import { apartOf, looksOfMedium } from './looks.ts';

/** One stuff as its ladder has it, and with one thing otherwise at a time. */
export interface Doubted<Of> {
  as: Of;
  /** by the paint: its colour one spread off, each way by itself */
  paints: ReadonlyMap<Material, readonly Of[]>;
  /** each dose off */
  doses: readonly Of[];
}
/** Share a dose may be off by, eight times in ten (judgement). */
const DOSE_OFF = 0.1;
/** ΔE the reckoning itself may be off by, eight times in ten (judgement). */
const RECKONED_OFF = 0.8;

/** What a mix does to light and might, where all that colours it is on the shelf; else null. */
export function doubtedOf(
  mix: Pick<Mix, 'ladder'>,
  materials: readonly Material[],
): Doubted<Medium> | null {
  const { parts, left } = mixParts(mix, materials);
  if (mix.ladder.length === 0 || left.length > 0) return null;
  return {
    as: mixed(parts),
    // One paint may go in at several moments: it is the same paint in all of them.
    paints: new Map(
      [...new Set(parts.map(({ material }) => material))].map((material) => [
        material,
        waysOf(material).map((pigment) =>
          mixed(parts.map((part) => (part.material === material ? { ...part, pigment } : part))),
        ),
      ]),
    ),
    doses: parts.map((part, at) =>
      mixed(parts.with(at, { ...part, dose: part.dose * (1 + DOSE_OFF) })),
    ),
  };
}

/** Fresh clear plastic: nothing of it is in doubt. */
export const CLEAR: Doubted<Medium> = { as: CLEAR_BASE, paints: new Map(), doses: [] };

/** All paints of two, with each one's ways in both: a paint misjudged is misjudged in either. */
const paintsOfBoth = <Of>(one: Doubted<Of>, other: Doubted<Of>): [Material, [Of, Of][]][] =>
  [...new Set([...one.paints.keys(), ...other.paints.keys()])].map((paint) => {
    const [ways, others] = [one.paints.get(paint), other.paints.get(paint)];
    const count = Math.max(ways?.length ?? 0, others?.length ?? 0);
    return [
      paint,
      Array.from({ length: count }, (_, i) => [ways?.[i] ?? one.as, others?.[i] ?? other.as]),
    ];
  });

/** Two of them stirred together. @param share of the other, by volume */
export function pouredTogether(
  one: Doubted<Medium>,
  other: Doubted<Medium>,
  share: number,
): Doubted<Medium> {
  const both = (own: Medium, theirs: Medium) =>
    blended([
      { medium: own, share: 1 - share },
      { medium: theirs, share },
    ]);
  return {
    as: both(one.as, other.as),
    paints: new Map(
      paintsOfBoth(one, other).map(([paint, ways]) => [paint, ways.map((way) => both(...way))]),
    ),
    doses: [
      ...one.doses.map((dose) => both(dose, other.as)),
      ...other.doses.map((dose) => both(one.as, dose)),
    ],
  };
}

/** How it looks, and might. */
export const looksOfDoubted = ({ as, paints, doses }: Doubted<Medium>): Doubted<Looks> => ({
  as: looksOfMedium(as),
  paints: new Map([...paints].map(([paint, ways]) => [paint, ways.map(looksOfMedium)])),
  doses: doses.map(looksOfMedium),
});

/**
 * ΔE by which how far something is from a mix may be off, eight times in ten: by what is not known
 * of the paints in either, by each of its own doses, and by the reckoning (linear propagation, each
 * by itself).
 */
export function offBetween(one: Doubted<Looks>, mix: Doubted<Looks>): number {
  const mid = apartOf(one.as, mix.as) ?? 0;
  const moved = (looks: Looks, others: Looks) => (apartOf(looks, others) ?? mid) - mid;
  const byPaint = paintsOfBoth(one, mix).flatMap(([, ways]) => ways.map((way) => moved(...way)));
  const byDose = one.doses.map((dose) => moved(dose, mix.as));
  return Math.hypot(RECKONED_OFF, Z80 * Math.hypot(...byPaint), ...byDose);
}
