/** The dimensions a maker types; internally °C, K, mL, g, mm, drops, s, g/mL, and plain numbers. */
export type Dimension =
  | 'temperature'
  | 'difference'
  | 'volume'
  | 'mass'
  | 'length'
  | 'drops'
  | 'time'
  | 'density'
  | 'share'
  | 'count';
type VolumeSystem = 'us' | 'imperial';

export interface Unit {
  dimension: Dimension;
  /** internal = typed × factor + offset */
  factor: number;
  offset?: number;
  label: string;
  /** what people type, lower case, without spaces or dots */
  names: string[];
  /** present where the two systems differ */
  system?: VolumeSystem;
}

/**
 * Exact definitions: international inch and avoirdupois pound (1959); US gallon of 231 in³ (NIST
 * Handbook 44, App. C); imperial gallon of 4.54609 L (UK Weights and Measures Act 1985).
 */
const US_FL_OZ = 29.5735295625;
const IMP_FL_OZ = 28.4130625;

export const UNITS = {
  C: {
    dimension: 'temperature',
    factor: 1,
    label: '°C',
    names: ['c', '°c', 'degc', 'degreesc', 'celsius'],
  },
  F: {
    dimension: 'temperature',
    factor: 5 / 9,
    offset: -160 / 9,
    label: '°F',
    names: ['f', '°f', 'degf', 'fahrenheit'],
  },
  dC: { dimension: 'difference', factor: 1, label: '°C', names: ['c', '°c', 'k', 'degc'] },
  dF: { dimension: 'difference', factor: 5 / 9, label: '°F', names: ['f', '°f', 'degf'] },
  mL: {
    dimension: 'volume',
    factor: 1,
    label: 'mL',
    names: ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters', 'cc', 'cm3', 'cm³'],
  },
  cL: { dimension: 'volume', factor: 10, label: 'cL', names: ['cl'] },
  L: {
    dimension: 'volume',
    factor: 1000,
    label: 'L',
    names: ['l', 'litre', 'litres', 'liter', 'liters'],
  },
  usFlOz: {
    dimension: 'volume',
    factor: US_FL_OZ,
    label: 'fl oz',
    names: ['floz', 'fluidounce', 'fluidounces'],
    system: 'us',
  },
  usCup: {
    dimension: 'volume',
    factor: 8 * US_FL_OZ,
    label: 'cup',
    names: ['cup', 'cups', 'c', 'uscup', 'uscups'],
    system: 'us',
  },
  usPint: {
    dimension: 'volume',
    factor: 16 * US_FL_OZ,
    label: 'pint',
    names: ['pint', 'pints', 'pt', 'pts'],
    system: 'us',
  },
  usQuart: {
    dimension: 'volume',
    factor: 32 * US_FL_OZ,
    label: 'quart',
    names: ['quart', 'quarts', 'qt', 'qts'],
    system: 'us',
  },
  usGallon: {
    dimension: 'volume',
    factor: 128 * US_FL_OZ,
    label: 'gallon',
    names: ['gallon', 'gallons', 'gal', 'gals'],
    system: 'us',
  },
  usTbsp: {
    dimension: 'volume',
    factor: US_FL_OZ / 2,
    label: 'tbsp',
    names: ['tbsp', 'tablespoon', 'tablespoons'],
    system: 'us',
  },
  usTsp: {
    dimension: 'volume',
    factor: US_FL_OZ / 6,
    label: 'tsp',
    names: ['tsp', 'teaspoon', 'teaspoons'],
    system: 'us',
  },
  impFlOz: {
    dimension: 'volume',
    factor: IMP_FL_OZ,
    label: 'fl oz',
    names: ['floz', 'fluidounce', 'fluidounces'],
    system: 'imperial',
  },
  impCup: {
    dimension: 'volume',
    factor: 10 * IMP_FL_OZ,
    label: 'cup',
    names: ['cup', 'cups', 'c', 'impcup'],
    system: 'imperial',
  },
  impPint: {
    dimension: 'volume',
    factor: 20 * IMP_FL_OZ,
    label: 'pint',
    names: ['pint', 'pints', 'pt', 'pts'],
    system: 'imperial',
  },
  impQuart: {
    dimension: 'volume',
    factor: 40 * IMP_FL_OZ,
    label: 'quart',
    names: ['quart', 'quarts', 'qt', 'qts'],
    system: 'imperial',
  },
  impGallon: {
    dimension: 'volume',
    factor: 160 * IMP_FL_OZ,
    label: 'gallon',
    names: ['gallon', 'gallons', 'gal', 'gals'],
    system: 'imperial',
  },
  impTbsp: {
    dimension: 'volume',
    factor: (IMP_FL_OZ * 5) / 8,
    label: 'tbsp',
    names: ['tbsp', 'tablespoon', 'tablespoons'],
    system: 'imperial',
  },
  impTsp: {
    dimension: 'volume',
    factor: (IMP_FL_OZ * 5) / 24,
    label: 'tsp',
    names: ['tsp', 'teaspoon', 'teaspoons'],
    system: 'imperial',
  },
  g: { dimension: 'mass', factor: 1, label: 'g', names: ['g', 'gram', 'grams', 'gr'] },
  mg: { dimension: 'mass', factor: 0.001, label: 'mg', names: ['mg'] },
  kg: { dimension: 'mass', factor: 1000, label: 'kg', names: ['kg', 'kilo', 'kilos'] },
  oz: { dimension: 'mass', factor: 28.349523125, label: 'oz', names: ['oz', 'ounce', 'ounces'] },
  lb: {
    dimension: 'mass',
    factor: 453.59237,
    label: 'lb',
    names: ['lb', 'lbs', 'pound', 'pounds'],
  },
  mm: { dimension: 'length', factor: 1, label: 'mm', names: ['mm', 'millimetre', 'millimetres'] },
  cm: { dimension: 'length', factor: 10, label: 'cm', names: ['cm'] },
  in: {
    dimension: 'length',
    factor: 25.4,
    label: 'in',
    names: ['in', 'ins', 'inch', 'inches', '"', '″', '”', "''"],
  },
  thou: {
    dimension: 'length',
    factor: 0.0254,
    label: 'thou',
    names: ['thou', 'thous', 'thousandth', 'thousandths', 'mil', 'mils'],
  },
  dr: { dimension: 'drops', factor: 1, label: 'dr', names: ['dr', 'drop', 'drops'] },
  s: { dimension: 'time', factor: 1, label: 's', names: ['s', 'sec', 'secs', 'second', 'seconds'] },
  min: { dimension: 'time', factor: 60, label: 'min', names: ['min', 'mins', 'minute', 'minutes'] },
  h: { dimension: 'time', factor: 3600, label: 'h', names: ['h', 'hr', 'hrs', 'hour', 'hours'] },
  gPerMl: {
    dimension: 'density',
    factor: 1,
    label: 'g/mL',
    names: ['g/ml', 'g/cc', 'g/cm3', 'g/cm³'],
  },
  percent: { dimension: 'share', factor: 0.01, label: '%', names: ['%', 'percent', 'pc'] },
  each: { dimension: 'count', factor: 1, label: '', names: ['', 'baits', 'bait', 'shots', 'shot'] },
} as const satisfies Record<string, Unit>;

export type UnitKey = keyof typeof UNITS;

export const unit = (key: UnitKey): Unit => UNITS[key];

/** The units one shop reads and writes in. */
export interface ShopUnits {
  temperature: 'C' | 'F';
  volume: 'mL' | 'flOz' | 'cup';
  system: VolumeSystem;
  mass: 'g' | 'oz';
  /** mm where it is not said */
  length?: 'mm' | 'in';
  /** mL the shop's own scoop holds; null = not said */
  scoop?: number | null;
}

export const METRIC: ShopUnits = { temperature: 'C', volume: 'mL', system: 'us', mass: 'g' };

const VOLUME_UNIT: Record<ShopUnits['volume'], Record<VolumeSystem, UnitKey>> = {
  mL: { us: 'mL', imperial: 'mL' },
  flOz: { us: 'usFlOz', imperial: 'impFlOz' },
  cup: { us: 'usCup', imperial: 'impCup' },
};

/** The unit a shop shows a dimension in, and assumes when a bare number is typed. */
export function shopUnit(dimension: Dimension, shop: ShopUnits): UnitKey {
  const table: Record<Dimension, UnitKey> = {
    temperature: shop.temperature,
    difference: shop.temperature === 'F' ? 'dF' : 'dC',
    volume: VOLUME_UNIT[shop.volume][shop.system],
    mass: shop.mass,
    length: shop.length ?? 'mm',
    drops: 'dr',
    time: 's',
    density: 'gPerMl',
    share: 'percent',
    count: 'each',
  };
  return table[dimension];
}
