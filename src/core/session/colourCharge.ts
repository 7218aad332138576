import type { Charge, Sight } from '../colour/index.ts';
import { colourWith, shelved, SIGHT } from '../colour/index.ts';
import type { Material } from '../material/index.ts';
import { doseOf, materialOf, spoonMl } from '../material/index.ts';
import { cupMl, rungsOf } from './colouring.ts';
import type { CupState } from './state/cup.ts';

/**
 * A cup as a charge to be coloured: what of its ladder colours it, how much of that is in, and the
 * colour its recipe gives. Null where nothing of it can be reckoned.
 */
export function chargeOf(
  cup: CupState,
  materials: readonly Material[],
  sight: Sight = SIGHT,
): Charge | null {
  const ml = cupMl(cup);
  if (ml <= 0) return null;
  const known = rungsOf(cup, materials).flatMap((rung) => {
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
  if (known.every((other) => other.wanted === 0)) return null;
  return {
    shelf: known.map((other) => other.one),
    now: new Map(known.map((other) => [other.one.key, other.inIt])),
    ml,
    sight,
    target: colourWith(
      known.map((other) => ({ pigment: other.one.pigment, dose: other.wanted })),
      ml,
      sight,
    ),
  };
}
