import type { Ingredient } from '../material/index.ts';
import type { SaidQuantity, ShopUnits } from '../quantity/index.ts';
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

/** mL over which a volume is measured in a cup, not by the scoop. */
const BY_SCOOP = 10;
type Counted = Ingredient['dimension'];
const AMOUNT: Record<Counted, (amount: number, shop: ShopUnits) => string> = {
  drops: (drops) => `${Math.round(drops * 10) / 10} dr`,
  volume: (ml, shop) => (ml > BY_SCOOP ? say(ml, 'volume', shop) : spoon(ml, shop)),
  mass: (grams, shop) => say(grams, 'mass', shop),
};
/**
 * An amount as it is measured out: drops, scoops or a cup, or by weight.
 * @param amount drops, mL or g
 */
export const sayAmount = (amount: number, dimension: Counted, shop: ShopUnits): string =>
  AMOUNT[dimension](amount, shop);
/** How much of an ingredient, in a phrase. */
export const saidIngredient = (
  ingredient: Pick<Ingredient, 'amount' | 'dimension'>,
): SaidQuantity => ({
  value: ingredient.amount,
  say: (units) => sayIngredient(ingredient, units),
});
/** How much of an ingredient, as it is measured out. */
export const sayIngredient = (
  { amount, dimension }: Pick<Ingredient, 'amount' | 'dimension'>,
  shop: ShopUnits,
): string => sayAmount(amount, dimension, shop);
