import type { Medium } from '../colour/index.ts';
import { blended } from '../colour/index.ts';
import type { Doubted } from './doubt.ts';
import { CLEAR, doubtedOf, looksOfDoubted, pouredTogether } from './doubt.ts';
import type { Looks } from './looks.ts';
import { apartOf, looksOfMedium } from './looks.ts';
import { coldMl, isKnown } from './plastic.ts';
import type { Remelt, Shelf, Triage } from './triage.ts';
import { nearestOf } from './triage.ts';

/** Remelt that may be blended, known by what it is in. */
export interface Blendable extends Remelt {
  id: number;
  name: string;
}
export interface Blend {
  /** what goes in: another tub, or fresh clear plastic (null) */
  other: { id: number; name: string } | null;
  /** so many parts of it to so many of the other, by volume */
  parts: Parts;
  /** g of it there can be, by what both hold */
  grams: number;
  /** the mix it comes nearest to */
  near: Triage['near'][number];
}

interface Parts {
  own: number;
  other: number;
}
/** Parts that a hand measures out. */
const MEASURED: readonly Parts[] = [
  { own: 4, other: 1 },
  { own: 3, other: 1 },
  { own: 2, other: 1 },
  { own: 1, other: 1 },
  { own: 1, other: 2 },
  { own: 1, other: 3 },
  { own: 1, other: 4 },
];
const shareOf = ({ own, other }: Parts): number => other / (own + other);
/** ΔE by which a blend must come nearer than each alone, to be worth two tubs (judgement). */
const WORTH = 1;
/** Blends that are named. */
const NAMED = 3;

/** Known remelt with what it does to light. */
interface Lit {
  tub: Blendable;
  light: Doubted<Medium>;
}
const litOf = (tub: Blendable, { materials }: Shelf): Lit[] => {
  const light =
    isKnown(tub.plastic) && tub.plastic.unknownG <= 0 ? doubtedOf(tub.mix, materials) : null;
  return light ? [{ tub, light }] : [];
};

/** ΔE to the mix of the book that is nearest, and which. */
function nearest(looks: Looks, { book }: Shelf): { mix: number; apart: number } | null {
  let best: { mix: number; apart: number } | null = null;
  book.forEach((mix, at) => {
    const apart = apartOf(looks, mix.looks.as);
    if (apart !== null && (!best || apart < best.apart)) best = { mix: at, apart };
  });
  return best;
}

/** g of a blend that two heaps give; `Infinity` g of fresh. */
function gramsOf(one: Blendable, other: Blendable | null, share: number): number {
  const ofOne = coldMl(one.plastic) / (1 - share);
  const ml = other ? Math.min(ofOne, coldMl(other.plastic) / share) : ofOne;
  const each = other ? other.plastic.density20 : one.plastic.density20;
  return ml * ((1 - share) * one.plastic.density20 + share * each);
}

/**
 * What a tub goes together with, before anything is melted: blended with another tub, or with fresh
 * plastic, so that it comes nearer to a mix of the book than either does alone. Only what is known
 * is blended on paper; the best first.
 */
export function blendsOf(tub: Blendable, others: readonly Blendable[], shelf: Shelf): Blend[] {
  const [own] = litOf(tub, shelf);
  if (!own) return [];
  const alone = nearest(looksOfMedium(own.light.as), shelf)?.apart ?? Infinity;
  const partners: (Lit | null)[] = [
    null,
    ...others.filter(({ id }) => id !== tub.id).flatMap((other) => litOf(other, shelf)),
  ];
  return partners
    .flatMap((partner) => {
      const light = partner?.light ?? CLEAR;
      const theirs = partner
        ? (nearest(looksOfMedium(light.as), shelf)?.apart ?? Infinity)
        : Infinity;
      const tried = MEASURED.map((parts) => {
        const share = shareOf(parts);
        const looks = looksOfMedium(
          blended([
            { medium: own.light.as, share: 1 - share },
            { medium: light.as, share },
          ]),
        );
        return { parts, looks, found: nearest(looks, shelf) };
      }).filter(({ found }) => found !== null);
      if (tried.length === 0) return [];
      const best = tried.reduce((made, one) => (one.found!.apart < made.found!.apart ? one : made));
      if (best.found!.apart > Math.min(alone, theirs) - WORTH) return [];
      const mix = shelf.book[best.found!.mix]!;
      const doubted = looksOfDoubted(pouredTogether(own.light, light, shareOf(best.parts)));
      const [near] = nearestOf({ looks: [best.looks], doubted }, [mix]);
      return [
        {
          other: partner && { id: partner.tub.id, name: partner.tub.name },
          parts: best.parts,
          grams: gramsOf(tub, partner?.tub ?? null, shareOf(best.parts)),
          near: near!,
        },
      ];
    })
    .sort((one, other) => one.near.apart.mid - other.near.apart.mid)
    .slice(0, NAMED);
}
