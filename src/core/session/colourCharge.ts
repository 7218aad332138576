import type { Charge, Sight } from '../colour/index.ts';
import { colourWith, shelved, SIGHT } from '../colour/index.ts';
import { spoonMl } from '../colour/dress.ts';
import type { Material } from '../material/index.ts';
import { doseOf } from '../material/index.ts';
import { cupMl, rungsOf } from './colouring.ts';
import type { CupState } from './state.ts';

/** A cup as a charge to be coloured: what of its ladder colours it, how much of that is in, and the colour its recipe gives. Null where nothing of it can be reckoned. */
export function chargeOf(
  cup: CupState,
  materials: readonly Material[],
  sight: Sight = SIGHT,
): Charge | null {
  const ml = cupMl(cup);
  if (ml <= 0) return null;
  const known = rungsOf(cup, materials).flatMap((r) => {
    const m = materials.find((x) => x.name.toLowerCase() === r.what.toLowerCase());
    const as = m && shelved(m.name, m, ml);
    return m && as?.ok
      ? [
          {
            one: as.one,
            inIt: spoonMl({ amount: r.inIt, dimension: r.dimension }, m) / doseOf(m),
            wanted: spoonMl({ amount: r.wanted, dimension: r.dimension }, m) / doseOf(m),
          },
        ]
      : [];
  });
  if (known.every((k) => k.wanted === 0)) return null;
  return {
    shelf: known.map((k) => k.one),
    now: new Map(known.map((k) => [k.one.key, k.inIt])),
    ml,
    sight,
    target: colourWith(
      known.map((k) => ({ pigment: k.one.pigment, dose: k.wanted })),
      ml,
      sight,
    ),
  };
}
