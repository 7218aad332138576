import type { Named } from '../material/named.ts';
import { sameThing } from '../material/named.ts';
import type { Held, Plastic } from './schema.ts';

export const NO_PLASTIC: Plastic = {
  grams: 0,
  unknownG: 0,
  holds: [],
  spent: null,
  heats: 0,
  density20: 1.03,
};

/** The same plastic, so many times as much of it. */
export const times = (plastic: Plastic, share: number): Plastic => ({
  ...plastic,
  grams: plastic.grams * share,
  unknownG: plastic.unknownG * share,
  holds: plastic.holds.map((held) => ({ ...held, amount: held.amount * share })),
});

/**
 * So many grams of stirred plastic: everything in it goes along in proportion.
 * @param grams g, no more than there is
 */
export const partOf = (plastic: Plastic, grams: number): Plastic =>
  times(plastic, plastic.grams > 0 ? Math.min(1, Math.max(0, grams / plastic.grams)) : 0);

const isSame = (one: Named & Pick<Held, 'dimension'>, other: Named & Pick<Held, 'dimension'>) =>
  one.dimension === other.dimension && sameThing(one, other);

/** A figure's mean by mass; what nobody knows of one part is taken to be as in the other. */
function meanOf(
  [one, other]: readonly [number | null, number | null],
  [oneG, otherG]: readonly [number, number],
): number | null {
  if (one === null || oneG <= 0) return other ?? one;
  if (other === null || otherG <= 0) return one;
  return (one * oneG + other * otherG) / (oneG + otherG);
}

/**
 * Two plastics stirred into one: grams and what they hold add up, heat spent and trips through
 * fusion average by mass (M11), volumes add.
 */
export function together(one: Plastic, other: Plastic): Plastic {
  if (one.grams <= 0) return other;
  if (other.grams <= 0) return one;
  const holds = one.holds.map((held) => ({ ...held }));
  for (const held of other.holds) {
    const same = holds.find((own) => isSame(own, held));
    if (same) same.amount += held.amount;
    else holds.push({ ...held });
  }
  const grams = one.grams + other.grams;
  const by = [one.grams, other.grams] as const;
  return {
    grams,
    unknownG: one.unknownG + other.unknownG,
    holds,
    spent: meanOf([one.spent, other.spent], by),
    heats: meanOf([one.heats, other.heats], by)!,
    density20: grams / (one.grams / one.density20 + other.grams / other.density20),
  };
}

/** mL, cold. */
export const coldMl = ({ grams, density20 }: Pick<Plastic, 'grams' | 'density20'>): number =>
  grams / density20;

/** Share of plastic of unknown make-up from which its reckoned colour says nothing (judgement). */
const HARDLY_KNOWN = 0.5;

/** Whether what plastic holds says what colour it has. */
export const isKnown = (plastic: Plastic): boolean =>
  plastic.grams > 0 && plastic.unknownG < HARDLY_KNOWN * plastic.grams;
