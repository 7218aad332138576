import { airPressure } from './degas.ts';
import type { Estimate } from './meanAndSpread.ts';
import { PLASTISOL } from '../material/plastisol.ts';

/**
 * What an instrument showed once where the heat was known: in boiling water, or beside a
 * thermometer that is trusted. °C
 */
export interface Check {
  shown: number;
  true: number;
}

/**
 * What heats are read with (judgements). An instrument is out by the same everywhere, `steady`, by
 * what grows with the heat (a stem that stays cold, gloss in which a gun sees the room), and by
 * what differs from one evening to the next (how deep it goes, how long it is given). K at working
 * heat; spreads are standard deviations.
 */
export const INSTRUMENTS = {
  probe: { name: 'a probe', steady: 1.2, grows: { mean: -1, sd: 1.5 }, evening: 0.6, tells: 0 },
  // Water and milk are no mirrors: only what is read of plastic that has run clear tells of gloss.
  infrared: {
    name: 'an infrared gun',
    steady: 2,
    grows: { mean: -6, sd: 3.2 },
    evening: 1.5,
    tells: 140,
  },
} as const satisfies Record<
  string,
  { name: string; steady: number; grows: Estimate; evening: number; tells: number }
>;
export type Instrument = keyof typeof INSTRUMENTS;

/** °C of the shop around it, and K a check is out by itself (judgements). */
const SHOP = 20;
const CHECKED = 1;

/**
 * K an instrument reads over what hot plastic is, by its kind and, where it was checked once, by
 * what it showed then: a straight line whose two unknowns one look tells apart as far as it can
 * (linear Gaussian model, its prior's scale by the evidence; Bishop, *Pattern Recognition and
 * Machine Learning*, §2.3.3 and §3.5).
 */
export function instrumentPrior(reads: Instrument = 'probe', check: Check | null = null): Estimate {
  const { steady, grows, evening, tells } = INSTRUMENTS[reads];
  const usual = { mean: grows.mean, sd: Math.hypot(steady, grows.sd, evening) };
  if (!check) return usual;
  const share = check.true < tells ? 0 : (check.true - SHOP) / (PLASTISOL.worked - SHOP);
  const off = check.shown - check.true - share * grows.mean;
  const own = steady ** 2 + (share * grows.sd) ** 2;
  const byChance = CHECKED ** 2 + (share * evening) ** 2;
  // One that shows more than the usual spread allows is of a worse make: as much worse as makes its
  // check likeliest.
  const worse = Math.max(1, (off ** 2 - byChance) / own);
  const together = worse * (steady ** 2 + share * grows.sd ** 2);
  const seen = worse * own + byChance;
  const all = worse * (steady ** 2 + grows.sd ** 2) + evening ** 2;
  return {
    mean: usual.mean + (together / seen) * off,
    sd: Math.sqrt(all - together ** 2 / seen),
  };
}

/** Share of a gun's gloss that milk, not clear yet, has all the same (judgement). */
const MILK = 0.25;
/**
 * What an instrument shows over a cup's heat: so much of its offset at working heat, and K that it may
 * be off besides. A gun sees the room in plastic once it has run clear; before, its reading tells
 * nothing of that offset.
 * @param hottest °C the cup's plastic has been since it was filled
 */
export function offsetOf(
  reads: Instrument = 'probe',
  hottest: number,
): { share: number; sd: number } {
  const { steady, grows, tells } = INSTRUMENTS[reads];
  return hottest >= tells
    ? { share: 1, sd: 0 }
    : { share: 0, sd: Math.hypot(steady, MILK * grows.mean) };
}

/**
 * °C at which water boils so many m above the sea (Clausius–Clapeyron with 40.66 kJ/mol; Atkins,
 * *Physical Chemistry*, §4B).
 */
export function waterBoils(metres: number): number {
  const [gas, takes, atSea] = [8.314, 40_660, 373.15];
  return 1 / (1 / atSea - (gas / takes) * Math.log(airPressure(metres) / airPressure(0))) - 273.15;
}
