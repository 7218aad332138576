import type { Ingredient } from '../material/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { say, UNITS } from '../quantity/index.ts';

/** Scoops a bench has, as shares of a teaspoon, and parts of one as makers say them. */
const SCOOPS = [1, 1 / 2, 1 / 4, 1 / 8, 1 / 16, 1 / 32, 1 / 64];
const nameOf = (scoop: number): string => (scoop === 1 ? '1' : `1/${Math.round(1 / scoop)}`);

/**
 * A small volume as scoops of a teaspoon: the fewest scoops within 10 %.
 * @param ml mL
 */
export function spoon(ml: number, shop: ShopUnits): string {
  const tsp = ml / (shop.system === 'imperial' ? UNITS.impTsp : UNITS.usTsp).factor;
  if (tsp < 1 / 128) return 'a dusting';
  const parts: string[] = [];
  let rest = tsp;
  for (const scoop of SCOOPS) {
    const count = Math.floor(rest / scoop + 0.1);
    if (count > 0) {
      parts.push(count === 1 ? nameOf(scoop) : `${count} × ${nameOf(scoop)}`);
      rest -= count * scoop;
    }
    if (rest < tsp * 0.1) break;
  }
  return `${parts.join(' + ')} tsp`;
}

/** How much of an ingredient, as it is measured out: drops, scoops, or by weight. */
export const sayIngredient = (
  { amount, dimension }: Pick<Ingredient, 'amount' | 'dimension'>,
  shop: ShopUnits,
): string =>
  dimension === 'drops'
    ? `${amount} dr`
    : dimension === 'volume'
      ? spoon(amount, shop)
      : say(amount, 'mass', shop);
