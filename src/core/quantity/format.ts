import type { Dimension, ShopUnits, UnitKey } from './units.ts';
import { shopUnit, unit } from './units.ts';

/** Decimals a reading wants in each unit: what an instrument on the bench can show. */
const DECIMALS: Partial<Record<UnitKey, number>> = {
  C: 0,
  F: 0,
  dC: 1,
  dF: 1,
  mL: 0,
  g: 1,
  oz: 2,
  mm: 0,
  in: 2,
  dr: 0,
  s: 0,
  gPerMl: 3,
  percent: 0,
  each: 0,
};

export interface Shown {
  number: string;
  unit: string;
  text: string;
}

/** Measures a hand has, as shares of a cup: nothing finer is poured. */
const CUP_PARTS = [1 / 2, 1 / 4, 1 / 8, 1 / 16] as const;
/** Parts of an ounce marked on a cup, and of a spoon. */
const OZ_STEP = 1 / 4;
const SPOON_PARTS = [1 / 2, 1 / 4, 1 / 8, 1 / 16, 1 / 32, 1 / 64] as const;
const fraction = (part: number): string => `1/${Math.round(1 / part)}`;

/** How a figure is brought to what a hand has: to the nearest, or to one that is enough. */
type Rounding = (count: number) => number;
const upward: Rounding = (count) => Math.ceil(count - 1e-9);

/** A number as whole ones and the parts a hand has: 1.5625 → `1 + 1/2 + 1/16`. */
function inParts(count: number, parts: readonly number[], round: Rounding): string {
  const least = parts.at(-1)!;
  let left = round(count / least) * least;
  const out: string[] = [];
  if (left >= 1) out.push(String(Math.floor(left + 1e-9)));
  left -= Math.floor(left + 1e-9);
  for (const part of parts) {
    if (left < part - 1e-9) continue;
    out.push(fraction(part));
    left -= part;
  }
  // `1 1/2` as everyone writes it; more parts than one are added up, measure by measure.
  return out.length === 2 && !out[0]!.includes('/') ? out.join(' ') : out.join(' + ');
}

const told = (number: string, label: string): Shown => ({
  number,
  unit: label,
  text: `${number} ${label}`,
});
/** Whole ounces and quarters, as they are written. */
function inQuarters(ounces: number, round: Rounding): string {
  const quarters = round(ounces / OZ_STEP);
  const [whole, left] = [Math.floor(quarters / 4), quarters % 4];
  return `${whole}${['', ' 1/4', ' 1/2', ' 3/4'][left]!}`;
}
/** Parts of a teaspoon an amount is said in: the finer the less it is. */
function spoonsFor(tea: number): readonly number[] {
  if (tea >= 1) return SPOON_PARTS.slice(0, 2);
  return tea >= 1 / 8 ? SPOON_PARTS.slice(0, 4) : SPOON_PARTS;
}

/** mL of each measure a hand has, by the shop's measures. */
const MEASURES = {
  us: { cup: 'usCup', ounce: 'usFlOz', table: 'usTbsp', tea: 'usTsp' },
  imperial: { cup: 'impCup', ounce: 'impFlOz', table: 'impTbsp', tea: 'impTsp' },
} as const;

/**
 * A volume as a US or imperial hand measures it out: cups to a sixteenth, ounces to a quarter,
 * spoons below that.
 */
function measured(ml: number, shop: ShopUnits, round: Rounding = Math.round): Shown {
  if (ml < 0) {
    const { number, unit: label } = measured(-ml, shop);
    return told(`-${number}`, label);
  }
  const measures = MEASURES[shop.system === 'us' ? 'us' : 'imperial'];
  const of = (measure: keyof typeof measures) => ml / unit(measures[measure]).factor;
  if (shop.volume === 'cup' && of('cup') >= 1 / 8)
    return told(inParts(of('cup'), CUP_PARTS, round), 'cup');
  if (shop.volume === 'flOz' && of('ounce') >= 1)
    return told(inQuarters(of('ounce'), round), 'fl oz');
  if (of('table') >= 1) return told(inParts(of('table'), [1 / 2], round), 'tbsp');
  return told(inParts(of('tea'), spoonsFor(of('tea')), round) || '0', 'tsp');
}

/** Thin things in inches are said in thousandths, as flake and film are: .040". */
const THIN_INCH = 0.25;

/**
 * A quantity for reading, in the shop's unit. Volumes of shops that measure by cups and ounces come
 * in the measures a hand has; what is stored stays exact.
 * @param value in the dimension's internal unit
 * @param decimals overrides the usual count for the unit
 */
export function show(
  value: number,
  dimension: Dimension,
  shop: ShopUnits,
  decimals?: number,
): Shown {
  const key = shopUnit(dimension, shop);
  if (dimension === 'volume' && key !== 'mL' && Number.isFinite(value))
    return decimals !== undefined && decimals > 0 && value < FINER
      ? inTeaspoons(value, shop)
      : measured(value, shop);
  const { offset = 0, factor, label } = unit(key);
  const count = (value - offset) / factor;
  // What is thinner than a fingernail is told to a tenth or a hundredth: flake is never 0 mm.
  if (key === 'mm' && decimals === undefined && count !== 0 && Math.abs(count) < 10) {
    const fine = String(Number(count.toFixed(Math.abs(count) < 1 ? 2 : 1)));
    return { number: fine, unit: label, text: `${fine} ${label}` };
  }
  const number = fixed(count, placesOf(key, count, decimals));
  return { number, unit: label, text: label ? `${number} ${label}` : number };
}
/** mL under which what is finer than a measure (a cavity, a bait) is told in hundredths of a spoon. */
const FINER = 30;
const inTeaspoons = (ml: number, shop: ShopUnits): Shown => {
  const tea = (ml / unit(shop.system === 'us' ? 'usTsp' : 'impTsp').factor).toFixed(2);
  return { number: tea, unit: 'tsp', text: `${tea} tsp` };
};
/** Decimals a figure has: those asked for, or its unit's; an inch always has two, three where thin. */
const placesOf = (key: UnitKey, count: number, decimals: number | undefined): number =>
  key === 'in'
    ? Math.max(decimals ?? 0, Math.abs(count) < THIN_INCH ? 3 : 2)
    : (decimals ?? DECIMALS[key] ?? 1);
/** Never −0. */
const fixed = (count: number, places: number): string => {
  const said = count.toFixed(places);
  return Object.is(Number(said), -0) ? (0).toFixed(places) : said;
};

/**
 * A flake's size as makers say it: in the shop's unit, in decimals of an inch and in thousandths:
 * `1 mm (.040, 40)`.
 */
export function sayFlake(mm: number, shop: ShopUnits): string {
  const thousandths = Math.round(mm / 0.0254 / 5) * 5 || Math.round(mm / 0.0254);
  return (
    `${show(mm, 'length', { ...shop, length: 'mm' }).text} ` +
    `(${(thousandths / 1000).toFixed(3).replace(/^0/, '')}, ${thousandths})`
  );
}

/** The sentence form of {@link show}. */
export const say = (
  value: number,
  dimension: Dimension,
  shop: ShopUnits,
  decimals?: number,
): string => show(value, dimension, shop, decimals).text;

/**
 * A volume that is no less than this, in mL to so many decimals or in the measures a hand has: for
 * what is missing.
 */
export function sayAtLeast(ml: number, shop: ShopUnits, decimals = 0): string {
  if (shopUnit('volume', shop) !== 'mL') return measured(ml, shop, upward).text;
  return say(upward(ml * 10 ** decimals) / 10 ** decimals, 'volume', shop, decimals);
}

/** A heat as a maker says it: the figure and the degree sign only, since a shop has one scale. */
export const degrees = (celsius: number, shop: ShopUnits): string =>
  `${show(celsius, 'temperature', shop).number}°`;

/** How far two heats are apart, in whole degrees of the shop's scale. */
export const degreesApart = (kelvin: number, shop: ShopUnits): string =>
  `${show(kelvin, 'difference', shop, 0).number}°`;

/** Units a volume may be edited in, where its shop's own would want a row of digits. */
const EDITED: Record<'us' | 'imperial', UnitKey[]> = {
  us: ['usCup', 'usFlOz', 'usTbsp', 'usTsp', 'mL'],
  imperial: ['impCup', 'impFlOz', 'impTbsp', 'impTsp', 'mL'],
};
/** Digits a hand would type. */
const FEW = 5;

/**
 * A quantity for editing: every digit it has, so that opening a field and leaving it changes
 * nothing. parse(edit(q)) equals q to 1e-12. A volume is told in the unit that takes few digits,
 * the shop's own first.
 */
export function edit(value: number, dimension: Dimension, shop: ShopUnits, as?: UnitKey): string {
  const own = as ?? shopUnit(dimension, shop);
  const digits = (key: UnitKey): number =>
    Number(((value - (unit(key).offset ?? 0)) / unit(key).factor).toPrecision(15));
  const short = (key: UnitKey): boolean =>
    String(digits(key))
      .replace(/^-?0?\.?0*/, '')
      .replace('.', '').length <= FEW;
  const many =
    dimension === 'volume' && as === undefined && own !== 'mL'
      ? [own, ...EDITED[shop.system]]
      : dimension === 'length' && as === undefined && own === 'in'
        ? [own, 'mm' as UnitKey]
        : [own];
  const key = many.find(short) ?? (many.length > 1 ? many.at(-1)! : own);
  return unit(key).label ? `${digits(key)} ${unit(key).label}` : `${digits(key)}`;
}

/**
 * Seconds as a bench clock: 48 → `0:48`, 110 → `1:50`, 4320 → `1:12:00`.
 * @example clock(110) → '1:50'
 */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-9));
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const text = String(whole % 60).padStart(2, '0');
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${text}` : `${minutes}:${text}`;
}

/**
 * A length of time in words: 4320 s → `1 h 12 min`.
 * @example lasting(4320) → '1 h 12 min'
 */
export function lasting(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (seconds < 60) return `${Math.round(seconds)} s`;
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
