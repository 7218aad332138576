import type { Charge, Sight } from '../colour/index.ts';
import { colourWith, shelved, SIGHT } from '../colour/index.ts';
import type { Material } from '../material/index.ts';
import { doseOf, materialOf, naming, sameThing, spoonMl } from '../material/index.ts';
import { UNNAMED } from '../plan/unnamed.ts';
import type { Rung } from './colouring.ts';
import { cupMl, rungsOf } from './colouring.ts';
import { newRung } from './dosing.ts';
import type { CupState } from './state/cup.ts';

/** What a cup may be coloured with: its ladder and what is in it; all there is where it has no recipe. */
function rungsFor(cup: CupState, materials: readonly Material[]): Rung[] {
  const rungs = rungsOf(cup, materials);
  if (cup.mix !== UNNAMED) return rungs;
  const others = materials.filter(
    (material) => !rungs.some((rung) => sameThing(rung, naming(material))),
  );
  return [...rungs, ...others.map(newRung)];
}

/**
 * A cup as a charge to be coloured: what of its ladder colours it, how much of that is in, and the
 * colour its recipe gives; of a cup with no recipe the whole shelf, and the colour it has. Null where
 * nothing of it can be reckoned.
 */
export function chargeOf(
  cup: CupState,
  materials: readonly Material[],
  sight: Sight = SIGHT,
): Charge | null {
  const ml = cupMl(cup);
  if (ml <= 0) return null;
  const known = rungsFor(cup, materials).flatMap((rung) => {
    const material = materialOf(rung, materials);
    const as = material && shelved(material.name, material, ml);
    return material && as?.ok
      ? [
          {
            one: as.one,
            inIt:
              spoonMl({ amount: rung.inIt, dimension: rung.dimension }, material) /
              doseOf(material),
            wanted:
              spoonMl({ amount: rung.wanted, dimension: rung.dimension }, material) /
              doseOf(material),
          },
        ]
      : [];
  });
  const isFree = cup.mix === UNNAMED;
  if (!isFree && known.every((other) => other.wanted === 0)) return null;
  return {
    shelf: known.map((other) => other.one),
    now: new Map(known.map((other) => [other.one.key, other.inIt])),
    ml,
    sight,
    target: colourWith(
      known.map((other) => ({
        pigment: other.one.pigment,
        dose: isFree ? other.inIt : other.wanted,
      })),
      ml,
      sight,
    ),
  };
}
