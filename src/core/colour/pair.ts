import type { FlakeIn, Look } from './look.ts';
import type { Colour } from './lab.ts';
import { deltaE } from './lab.ts';

/**
 * How far a colour is pushed from the one it lies beside, as a share of what parts them (judgement:
 * simultaneous contrast of large fields).
 */
const PUSHED = 0.1;

/**
 * How a colour looks beside another: pushed away from it, so that a dull one looks duller beside a
 * bright one.
 */
export const beside = (one: Colour, other: Colour): Colour => ({
  l: Math.min(100, Math.max(0, one.l + PUSHED * (one.l - other.l))),
  a: one.a + PUSHED * (one.a - other.a),
  b: one.b + PUSHED * (one.b - other.b),
});

export const chroma = ({ a, b }: Colour): number => Math.hypot(a, b);
const hueGap = (colour: Colour, other: Colour): number => {
  const apart = Math.abs(Math.atan2(colour.b, colour.a) - Math.atan2(other.b, other.a));
  return Math.min(apart, 2 * Math.PI - apart);
};

export interface Beside {
  one: Colour;
  other: Colour;
  /** which of them loses brightness beside the other, and how much of it, ΔC */
  dulls: 'one' | 'other' | null;
  by: number;
  apart: number;
}
/** Two colours side by side. */
export function pairOf(one: Colour, other: Colour): Beside {
  const [colour, swapped] = [beside(one, other), beside(other, one)];
  const lost = [chroma(one) - chroma(colour), chroma(other) - chroma(swapped)] as const;
  const dulls = Math.max(...lost) < 1 ? null : lost[0] > lost[1] ? 'one' : 'other';
  return {
    one: colour,
    other: swapped,
    dulls,
    by: Math.max(0, ...lost),
    apart: deltaE(one, other),
  };
}

/** mm that powder carried over a line blurs it (judgement). */
const POWDER = 0.25;
/**
 * How wide a line is made by what lies across it: powders drift over, a flake lies half on either
 * side.
 */
export function softness(
  one: Pick<Look, 'flakes' | 'sheen'>,
  other: Pick<Look, 'flakes' | 'sheen'>,
): { mm: number; why: string[] } {
  const largest = (other: { flakes: FlakeIn[] }) =>
    other.flakes.reduce<FlakeIn | null>(
      (made, flake) => (!made || flake.size > made.size ? flake : made),
      null,
    );
  const flake = [largest(one), largest(other)].reduce((best, next) =>
    !best || (next && next.size > best.size) ? next : best,
  );
  const powder = POWDER * Math.max(one.sheen, other.sheen);
  return {
    mm: (flake?.size ?? 0) + powder,
    why: [
      ...(flake ? [`${flake.what} lies across it`] : []),
      ...(powder > 0.03 ? ['powder drifts over it'] : []),
    ],
  };
}

/**
 * How well two colours go as back and belly: far enough apart to be told, their hues near or
 * opposite (judgement; 0 to 1).
 */
export function goes(one: Colour, other: Colour): number {
  const far = deltaE(one, other);
  const told = Math.min(1, far / 25) * (far > 70 ? 0.8 : 1);
  const grey = Math.min(chroma(one), chroma(other)) < 8;
  const hue = grey ? 1 : 0.55 + 0.45 * Math.abs(Math.cos(hueGap(one, other)));
  const light = Math.min(1, 0.5 + Math.abs(one.l - other.l) / 50);
  return told * hue * light;
}

/** Where hues lie, degrees round from red. */
const HUES: [number, string][] = [
  [30, 'redder'],
  [95, 'yellower'],
  [165, 'greener'],
  [265, 'bluer'],
  [330, 'redder'],
];
/** Which way a colour is turned by what was put in, in a word; '' where it hardly is. */
export function hueTurn(from: Colour, to: Colour): string {
  const [da, db] = [to.a - from.a, to.b - from.b];
  if (Math.hypot(da, db) < 2) return '';
  if (chroma(to) < 0.6 * chroma(from)) return 'greyer';
  const at = ((Math.atan2(db, da) * 180) / Math.PI + 360) % 360;
  return HUES.reduce((made, hue) => {
    const gap = (hue: number) => Math.min(Math.abs(at - hue), 360 - Math.abs(at - hue));
    return gap(hue[0]) < gap(made[0]) ? hue : made;
  })[1];
}
