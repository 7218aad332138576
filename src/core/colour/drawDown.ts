import type { Material } from '../material/index.ts';
import { GROUNDS, WEAK } from './characterise.ts';
import { colourOf, colourOfHex, hexOf, xyzOfLab } from './lab.ts';
import { even, layerOver, seen } from './laminate.ts';
import { xyzOf } from './observer.ts';
import type { Pigment } from './pigment.ts';
import { mixed } from './pigment.ts';
import { reflectanceOf } from './reconstruct.ts';

/**
 * What a pigment does of which it is known how it looks when it hides and how much it scatters
 * (Kubelka and Munk 1931: `K/S = (1 − R)² / 2R`).
 * @param hides its colour, as #rrggbb, laid on until nothing shows through
 * @param scatter of one dose in 100 mL, per mm
 */
export function pigmentThatHides(hides: string, scatter: number): Pigment {
  const reflectance = reflectanceOf(xyzOfLab(colourOfHex(hides)!))!.map((share) =>
    Math.min(0.96, Math.max(0.015, share)),
  );
  return {
    k: reflectance.map((share) => (scatter * (1 - share) ** 2) / (2 * share)),
    s: even(scatter),
  };
}

/** Doses a hand tries for a swatch, the strongest first, until the card shows through. */
const TRIED = [60, 40, 25, 15, 10, 6, 4, 2.5, 1.5, 1] as const;
/** mm */
const SWATCH = 1;
/** What black may be of white, in light, for a swatch to count as shown through. */
const SHOWS = 0.6;

/**
 * A pigment drawn down on the card, as strong as still lets black show through, and weak.
 * @throws where even the least dose hides the card
 */
export function drawnDown(
  pigment: Pigment,
): Pick<Material, 'white' | 'black' | 'weak' | 'dose' | 'thickness'> {
  for (const dose of TRIED) {
    const over = (ground: number[], share = 1) =>
      seen(layerOver(mixed([{ pigment, dose: share * dose }]), SWATCH, ground), 'air');
    const [white, black] = [over([...GROUNDS.white]), over([...GROUNDS.black])];
    if (xyzOf(black)[1] / xyzOf(white)[1] < SHOWS)
      return {
        white: hexOf(colourOf(white)),
        black: hexOf(colourOf(black)),
        weak: hexOf(colourOf(over([...GROUNDS.white], WEAK))),
        dose,
        thickness: SWATCH,
      };
  }
  throw new Error('No swatch of it lets black show through.');
}
