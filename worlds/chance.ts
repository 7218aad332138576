import { normal, seeded } from '../src/core/chance.ts';
import type { Drawn } from './traits.ts';

/**
 * Luck of one kind in one evening: every kind has its own, so that what one hand does leaves the
 * other's alone.
 */
export type Luck = (kind: string) => () => number;

/** A number from letters (FNV-1a), to begin a stream of chance at. */
function hash(text: string): number {
  let height = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) height = Math.imul(height ^ text.charCodeAt(i), 0x01000193);
  return height >>> 0;
}

export function luckOf(seed: string): Luck {
  const streams = new Map<string, () => number>();
  return (kind) => {
    const held = streams.get(kind) ?? seeded(hash(`${seed}/${kind}`));
    streams.set(kind, held);
    return held;
  };
}

/** A constant of one shop's evening: the shop's own, and what that evening adds. */
export function constant(
  kind: string,
  { mean, shop, evening }: Drawn,
  ofShop: Luck,
  ofEvening: Luck,
): number {
  return mean + normal(ofShop(kind), 0, 1) * shop + normal(ofEvening(kind), 0, 1) * evening;
}

export const chanceOf = (chance: () => number, share: number): boolean => chance() < share;
/** A logistic share: 1 far above `even`. */
export const logistic = (x: number, even: number, scale: number): number =>
  1 / (1 + Math.exp(-(x - even) / scale));
