import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { shopUnit, unit } from './units.ts';

/** Decimals a reading wants in each unit: what an instrument on the bench can show. */
const DECIMALS: Partial<Record<UnitKey, number>> = {
  C: 0, F: 0, dC: 1, dF: 1, mL: 0, usFlOz: 1, impFlOz: 1, usCup: 2, impCup: 2, g: 1, oz: 2, mm: 0, dr: 0, s: 0, gPerMl: 3, percent: 0, each: 0,
};

export interface Shown {
  number: string;
  unit: string;
  text: string;
}

/**
 * A quantity for reading, in the shop's unit.
 * @param value in the dimension's internal unit
 * @param decimals overrides the usual count for the unit
 */
export function show(value: number, dimension: Dimension, shop: ShopUnits, decimals?: number): Shown {
  const key = shopUnit(dimension, shop);
  const u = unit(key);
  const n = (value - (u.offset ?? 0)) / u.factor;
  const places = decimals ?? DECIMALS[key] ?? 1;
  const number = Object.is(Number(n.toFixed(places)), -0) ? (0).toFixed(places) : n.toFixed(places);
  return { number, unit: u.label, text: u.label ? `${number} ${u.label}` : number };
}

/** The sentence form of {@link show}. */
export const say = (value: number, dimension: Dimension, shop: ShopUnits, decimals?: number): string =>
  show(value, dimension, shop, decimals).text;

/** A heat as a maker says it: the figure and the degree sign only, since a shop has one scale. */
export const degrees = (celsius: number, shop: ShopUnits): string => `${show(celsius, 'temperature', shop).number}°`;

/** How far two heats are apart, in whole degrees of the shop's scale. */
export const degreesApart = (kelvin: number, shop: ShopUnits): string => `${show(kelvin, 'difference', shop, 0).number}°`;

/**
 * A quantity for editing: every digit it has, so that opening a field and leaving it changes nothing.
 * parse(edit(q)) equals q to 1e-12.
 */
export function edit(value: number, dimension: Dimension, shop: ShopUnits, as?: UnitKey): string {
  const u = unit(as ?? shopUnit(dimension, shop));
  const n = Number(((value - (u.offset ?? 0)) / u.factor).toPrecision(15));
  return u.label ? `${n} ${u.label}` : `${n}`;
}

/** Seconds as a bench clock: 48 → `0:48`, 110 → `1:50`, 4320 → `1:12:00`. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-9));
  const h = Math.floor(whole / 3600);
  const m = Math.floor((whole % 3600) / 60);
  const s = String(whole % 60).padStart(2, '0');
  return h > 0 ? `${h}:${String(m).padStart(2, '0')}:${s}` : `${m}:${s}`;
}

/** A length of time in words: 4320 s → `1 h 12 min`. */
export function lasting(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (seconds < 60) return `${Math.round(seconds)} s`;
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
