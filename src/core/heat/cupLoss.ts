import type { CupBody, Microwave } from './cupBody.ts';
import { USUAL_VESSEL } from './vessel.ts';

export const SIGMA = 5.670374419e-8;
export const EMISSIVITY = 0.9;
/**
 * Laminar free convection of air near 100 °C off a hot skin, `h = C (ΔT/L)^¼` W/m² K with L in m: a
 * face looking up by a quarter of its width, a standing wall by its height (McAdams, *Heat
 * Transmission*, ch. 7; it is Nu = 0.54 Ra^¼ and Churchill–Chu's within a tenth). 9 to 12 W/m² K
 * for a cup at 165 °C.
 */
const CONVECTION = { up: 1.32, standing: 1.42 } as const;

/**
 * Still air's part, W/m² K: a draught makes this more.
 * @param length m, as {@link CONVECTION} measures it
 */
export const stillAir = (
  surface: number,
  room: number,
  face: keyof typeof CONVECTION,
  length: number,
): number => CONVECTION[face] * Math.sqrt(Math.sqrt(Math.abs(surface - room) / length));

/** Radiation's part, W/m² K, which no draught changes. */
export function radiation(surface: number, room: number): number {
  const [surfaceK, roomK] = [surface + 273.15, room + 273.15];
  return EMISSIVITY * SIGMA * (surfaceK * surfaceK + roomK * roomK) * (surfaceK + roomK);
}

/** The charge that exchange is told for: 240 mL in a cup of 85 mm. */
const USUAL = { bore: 85, volume: 240 } as const;
/**
 * The glass a little above the plastic warms with it: a fin of so many mm, √(k t/h) of 4 mm of
 * glass.
 */
const FIN = 14;

/**
 * Share of the glass above that takes part all the same: it was wet before a draw, and stands in
 * hot vapour (judgement; two lumps have no better place for it).
 */
const DRY = 0.4;

interface Skins {
  /** m² of the plastic's top, and of the glass's side and bottom as far as the plastic stands */
  top: number;
  side: number;
  /** C over L^¼ of each, W/m² K^5/4 */
  up: number;
  standing: number;
  /** share of the usual charge's exchange, and of all the cup's glass that is warm */
  wets: number;
  warms: number;
}
/** Skins of the cups last asked for: constants are nudged far oftener than plastic is poured. */
const lately: { bore: number; volume: number; skins: Skins }[] = [];
const LATELY = 8;
let oldest = 0;
const around = ({ bore, volume }: { bore: number; volume: number }, fin = 0): number => {
  const top = (Math.PI / 4) * (bore / 1000) ** 2;
  return Math.PI * (bore / 1000) * ((volume * 1e-6) / top + fin / 1000) + top;
};
/**
 * m² of the side and bottom of a cup filled to its brim: cups are alike in shape, as
 * `vessel.glassOf` takes it.
 */
const glassAround = (bore: number): number =>
  around(USUAL_VESSEL) * (bore / USUAL_VESSEL.bore) ** 2;
export function skins(body: CupBody): Skins {
  for (const one of lately)
    if (one.bore === body.bore && one.volume === body.volume) return one.skins;
  const top = (Math.PI / 4) * (body.bore / 1000) ** 2;
  const depth = (body.volume * 1e-6) / top;
  const wet = Math.min(1, around(body, FIN) / glassAround(body.bore));
  const of: Skins = {
    top,
    side: around(body),
    up: CONVECTION.up / (body.bore / 4000) ** 0.25,
    standing: CONVECTION.standing / (depth + FIN / 1000) ** 0.25,
    wets: around(body) / around(USUAL),
    warms: wet + DRY * (1 - wet),
  };
  lately[oldest] = { bore: body.bore, volume: body.volume, skins: of };
  oldest = (oldest + 1) % LATELY;
  return of;
}

/** W into the plastic of one cup, so many seconds into a burst. */
export const wattsOf = (microwave: Microwave, into: number): number =>
  into > microwave.dead
    ? (microwave.efficiency * microwave.power * microwave.level) / microwave.cups
    : 0;

/** W into the plastic of one cup, in the mean over `dt` s of a burst from `from` s into it. */
export const wattsOver = (microwave: Microwave, from: number, dt: number): number =>
  Math.min(1, Math.max(0, (from + dt - microwave.dead) / dt)) * wattsOf(microwave, Infinity);
