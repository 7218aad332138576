import { airPressure } from './degas.ts';
import type { Known } from './forecast.ts';

/** What an instrument showed once where the heat was known: in boiling water, or beside a thermometer that is trusted. °C */
export interface Check {
  shown: number;
  true: number;
}

/**
 * What heats are read with (judgements). An instrument is out by the same everywhere, `steady`, by what grows with the
 * heat (a stem that stays cold, gloss in which a gun sees the room), and by what differs from one evening to the next
 * (how deep it goes, how long it is given). K at working heat; spreads are standard deviations.
 */
export const INSTRUMENTS = {
  probe: { name: 'a probe', steady: 1.2, grows: { mean: -1, sd: 1.5 }, evening: 0.6, tells: 0 },
  // Water is no mirror: only what is read in hot plastic tells of gloss.
  infrared: {
    name: 'an infrared gun',
    steady: 2,
    grows: { mean: -6, sd: 3.2 },
    evening: 1.5,
    tells: 140,
  },
} as const satisfies Record<
  string,
  { name: string; steady: number; grows: Known; evening: number; tells: number }
>;
export type Instrument = keyof typeof INSTRUMENTS;

/** °C at which plastic is worked and of the shop around it, and K a check is out by itself (judgements). */
const WORKED = 165;
const SHOP = 20;
const CHECKED = 1;

/**
 * K an instrument reads over what hot plastic is, by its kind and, where it was checked once, by what it showed then: a
 * straight line whose two unknowns one look tells apart as far as it can (linear Gaussian model; Bishop, *Pattern
 * Recognition and Machine Learning*, §2.3.3).
 */
export function instrumentPrior(reads: Instrument = 'probe', check: Check | null = null): Known {
  const { steady, grows, evening, tells } = INSTRUMENTS[reads];
  const usual = { mean: grows.mean, sd: Math.hypot(steady, grows.sd, evening) };
  if (!check) return usual;
  const share = check.true < tells ? 0 : (check.true - SHOP) / (WORKED - SHOP);
  const expected = share * grows.mean;
  const together = steady ** 2 + share * grows.sd ** 2;
  const seen = steady ** 2 + (share * grows.sd) ** 2 + CHECKED ** 2 + (share * evening) ** 2;
  return {
    mean: usual.mean + (together / seen) * (check.shown - check.true - expected),
    sd: Math.sqrt(usual.sd ** 2 - together ** 2 / seen),
  };
}

/** °C at which water boils so many m above the sea (Clausius–Clapeyron with 40.66 kJ/mol; Atkins, *Physical Chemistry*, §4B). */
export function waterBoils(metres: number): number {
  const [gas, takes, atSea] = [8.314, 40_660, 373.15];
  return 1 / (1 / atSea - (gas / takes) * Math.log(airPressure(metres) / airPressure(0))) - 273.15;
}
