import type { Mix } from '@/core/material/index.ts';
import { scaleMix, WHEN } from '@/core/material/index.ts';
import { sayIngredient } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';

interface Props {
  mix: Mix;
  /** what it is compared with, where it is */
  beside: Mix | undefined;
  ml: number;
  units: ShopUnits;
}
/** Share a whole number of drops may be off before it is said. */
const OFF = 0.02;
type Scaled = ReturnType<typeof scaleMix>[number];

/** By how much a whole number of drops misses, where that is worth saying. */
function missSays({ off, exact }: Scaled): string {
  if (Math.abs(off) <= OFF) return '';
  const by = `${off > 0 ? '+' : '−'}${Math.abs(Math.round(100 * off))} %`;
  return `, ${exact.toFixed(1)} dr exactly: ${by}`;
}

/** What goes into a mix, rung by rung; what differs from the one beside it is marked. */
export function MixLadder({ mix, beside, ml, units }: Props) {
  const others = beside && new Map(scaleMix(beside, ml).map((scaled) => [scaled.what, scaled]));
  const isChanged = (scaled: Scaled): boolean => {
    const was = others?.get(scaled.what);
    return Boolean(others) && (!was || sayIngredient(was, units) !== sayIngredient(scaled, units));
  };
  const here = new Set(mix.ladder.map((ingredient) => ingredient.what));
  return (
    <ol>
      {scaleMix(mix, ml).map((scaled) => (
        <li key={scaled.what} className="flex justify-between gap-3 border-b border-rule py-1">
          <span>
            {isChanged(scaled) && '◇ '}
            {scaled.what}
            <span className="block text-sm text-soft">
              {WHEN[scaled.when]}
              {missSays(scaled)}
            </span>
          </span>
          <b className="figure">{sayIngredient(scaled, units)}</b>
        </li>
      ))}
      {beside?.ladder
        .filter(({ what }) => !here.has(what))
        .map(({ what }) => (
          <li key={what} className="flex justify-between gap-3 border-b border-rule py-1 text-soft">
            <span>◇ {what}</span>
            <span>not in it</span>
          </li>
        ))}
    </ol>
  );
}
