import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { unit } from './units.ts';

export interface Quantity {
  dimension: Dimension;
  /** in the dimension's internal unit */
  value: number;
  /** the unit it was typed in */
  unit: UnitKey;
}

type ParseCode =
  | 'empty'
  | 'not-a-number'
  | 'unknown-unit'
  | 'wrong-dimension'
  | 'negative'
  | 'not-finite'
  | 'ambiguous'
  | 'out-of-range';

export type Parsed =
  | { ok: true; quantity: Quantity }
  | {
      ok: false;
      code: ParseCode;
      message: string;
      choices?: { label: string; quantity: Quantity }[];
    };

export interface ParseOptions {
  /** dimensions the field takes; the first one is meant when no unit is typed */
  dimensions: [Dimension, ...Dimension[]];
  shop: ShopUnits;
  /** bounds in internal units, inclusive */
  min?: number;
  max?: number;
  whole?: boolean;
}

export const fail = (code: ParseCode, message: string): Parsed => ({ ok: false, code, message });

export const EXAMPLES: Record<Dimension, string> = {
  temperature: '165 °C or 330F',
  difference: '3 °C',
  volume: '350 mL or 1 1/2 cup',
  mass: '7.2 g',
  length: '95 mm',
  drops: '40 dr',
  time: '45 s or 1:30',
  density: '1.03 g/mL',
  share: '92 %',
  count: '24',
};

export function toQuantity(number: number, key: UnitKey): Quantity {
  const other = unit(key);
  return {
    dimension: other.dimension,
    value: number * other.factor + (other.offset ?? 0),
    unit: key,
  };
}
