import type { Shop } from '../shop.ts';

type Units = Shop['units'];
const UNITS: Units = {
  temperature: 'C',
  volume: 'mL',
  system: 'us',
  mass: 'g',
  length: 'mm',
  scoop: null,
};
const INCHES: Units = {
  ...UNITS,
  temperature: 'F',
  volume: 'cup',
  length: 'in',
};
/** Where cups and fluid ounces, if any, are the imperial ones. */
const IMPERIAL: Units = { ...UNITS, system: 'imperial' };

/** What makers weigh and measure in, country by country; each figure can be changed by itself later. */
export const COUNTRIES = {
  uk: { name: 'United Kingdom', units: IMPERIAL },
  ie: { name: 'Ireland', units: IMPERIAL },
  us: { name: 'United States', units: INCHES },
  ca: { name: 'Canada', units: { ...UNITS, length: 'in' } },
  au: { name: 'Australia', units: UNITS },
  nz: { name: 'New Zealand', units: UNITS },
  za: { name: 'South Africa', units: UNITS },
  de: { name: 'Germany', units: UNITS },
  fr: { name: 'France', units: UNITS },
  nl: { name: 'Netherlands', units: UNITS },
  no: { name: 'Norway', units: UNITS },
  pl: { name: 'Poland', units: UNITS },
  se: { name: 'Sweden', units: UNITS },
  jp: { name: 'Japan', units: UNITS },
  metric: { name: 'Elsewhere, in °C and grams', units: UNITS },
  inches: { name: 'Elsewhere, in °F and inches', units: INCHES },
} as const satisfies Record<string, { name: string; units: Units }>;
export type Country = keyof typeof COUNTRIES;
