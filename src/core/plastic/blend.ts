import type { Medium } from '../colour/index.ts';
import { blended, CLEAR_BASE } from '../colour/index.ts';
import type { Looks } from './looks.ts';
import { apartOf, doubtOf, looksOfMedium, mediumOf } from './looks.ts';
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
  medium: Medium;
  off: number;
}
const litOf = (tub: Blendable, { materials }: Shelf): Lit[] => {
  const medium =
    isKnown(tub.plastic) && tub.plastic.unknownG <= 0 ? mediumOf(tub.mix, materials) : null;
  return medium ? [{ tub, medium, off: doubtOf(tub.mix, materials) }] : [];
};

/** ΔE to the mix of the book that is nearest, and which. */
function nearest(looks: Looks, { book }: Shelf): { mix: number; apart: number } | null {
  let best: { mix: number; apart: number } | null = null;
  book.forEach((mix, at) => {
    const apart = apartOf(looks, mix.looks);
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
  const alone = nearest(looksOfMedium(own.medium), shelf)?.apart ?? Infinity;
  const partners: (Lit | null)[] = [
    null,
    ...others.filter(({ id }) => id !== tub.id).flatMap((other) => litOf(other, shelf)),
  ];
  return partners
    .flatMap((partner) => {
      const medium = partner?.medium ?? CLEAR_BASE;
      const theirs = partner
        ? (nearest(looksOfMedium(medium), shelf)?.apart ?? Infinity)
        : Infinity;
      const tried = MEASURED.map((parts) => {
        const share = shareOf(parts);
        const looks = looksOfMedium(
          blended([
            { medium: own.medium, share: 1 - share },
            { medium, share },
          ]),
        );
        return { parts, looks, found: nearest(looks, shelf) };
      }).filter(({ found }) => found !== null);
      if (tried.length === 0) return [];
      const best = tried.reduce((made, one) => (one.found!.apart < made.found!.apart ? one : made));
      if (best.found!.apart > Math.min(alone, theirs) - WORTH) return [];
      const mix = shelf.book[best.found!.mix]!;
      const off = Math.max(own.off, partner?.off ?? 0);
      const [near] = nearestOf({ looks: [best.looks], off, said: false }, [mix]);
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
