import { flakeMass } from '@/core/colour/flake.ts';
import type { Medium } from '@/core/colour/laminate.ts';
import {
  blackToEven,
  blended,
  colourOf,
  even,
  HIDES,
  hexOf,
  layerOver,
  mixed,
  seen,
  shelved,
  SIGHT,
} from '@/core/colour/index.ts';
import type { Material } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';

/**
 * A charge begun from a remelt puck: what it does to light, and what a maker should know of it.
 * Null where its swatches do not tell.
 */
export function remeltOf(
  puck: Material,
  {
    puckMl,
    ml,
    materials,
    units,
  }: { puckMl: number; ml: number; materials: readonly Material[]; units: ShopUnits },
): { base: Medium; says: string[] } | null {
  const as = shelved('', puck, ml);
  if (!as.ok) return null;
  const share = Math.min(1, puckMl / ml);
  const medium = mixed([{ pigment: as.one.pigment, dose: 100 }]);
  const base = blended([{ medium, share }]);
  const on = colourOf(seen(layerOver(base, SIGHT.thickness, even(SIGHT.backing)), 'air'));
  const black = materials.find(
    (material) =>
      material.name.toLowerCase() === 'black' ||
      (material.kind !== 'puck' && material.white !== null && /black/i.test(material.name)),
  );
  const blackAs = black && shelved('', black, ml);
  const dose = black && blackAs?.ok ? blackToEven(medium, share, blackAs.one.pigment) : null;
  return {
    base,
    says: [
      `It begins at ${hexOf(on)}, lightness ${on.l.toFixed(0)}. Dark wins: what is lighter ` +
        'wants far more colouring than from clear, or is out of reach.',
      dose === null
        ? 'No black on this shelf makes it even.'
        : dose === 0
          ? 'It is even as it is.'
          : `If it is of unlike pucks, ${Math.max(1, Math.round((dose * ml) / 100))} drops of ` +
            `${black!.name} make it even.`,
      ...(puck.carries > 0 && puck.size
        ? [
            `It carries ${Math.round(puck.carries * share)} flakes of ` +
              `${say(puck.size, 'length', units)} a mL; ${HIDES} times as many, ` +
              `${Math.round(puck.carries * share * HIDES)} a mL of another ` +
              `(${(puck.carries * share * HIDES * ml * flakeMass(puck.shape, puck.size)).toFixed(1)} ` +
              'g of that size), hide them.',
          ]
        : []),
      ...(puck.spent > 0
        ? [
            `Of its heat ${Math.round(100 * puck.spent)} % is spent; the charge begins with ` +
              `${Math.round(100 * puck.spent * share)} % spent.`,
          ]
        : []),
    ],
  };
}
