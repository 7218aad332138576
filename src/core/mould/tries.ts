import { degrees } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';
import type { Mould } from './schema.ts';

/** How test shots are shot, in words: “from 171° to 175°”, and how long they are held if otherwise. */
export const sayTries = (
  { low, high, hold }: NonNullable<Mould['tries']>,
  units: ShopUnits,
): string =>
  `from ${degrees(low, units)} to ${degrees(high, units)}` +
  (hold === null ? '' : `, held for ${hold} s`);
