import { MOULD_MATERIAL } from './constants.ts';

/**
 * A mould as one lump of metal (M5): `M c T' = q_shot − h A (T − Ta) − G (T − T_bench)`. One of
 * silicone or gypsum is no lump: its skin is what counts, so only its outside is reckoned, and
 * slowly.
 */
export interface MetalBody {
  /** J/K of it all */
  capacity: number;
  /** m² of skin to the air, and that it stands on */
  skin: number;
  foot: number;
}
/** What a mould can stand on, W/m² K through its foot (judgements, learned). */
export const STANDS = {
  wood: { name: 'wood', conductance: 8 },
  steel: { name: 'a metal bench', conductance: 150 },
} as const;
export type Stand = keyof typeof STANDS;
/** Air and radiation together from a mould's skin, W/m² K. */
const SKIN = 12;
/**
 * Metal that burns a bare hand at a touch, °C (ISO 13732-1: bare metal held about a second reads
 * higher; this is for a hold).
 */
export const TOO_HOT = 48;

/**
 * Ways of warming metal: a plate holds a heat under its foot, a gun blows a power on to it
 * (judgements).
 */
const WARMERS = {
  plate: { name: 'the plate', celsius: 130, conductance: 150 },
  gun: { name: 'the heat gun', watts: 550 },
} as const;
export type Warmer = keyof typeof WARMERS;

/**
 * K under what it was warmed to that a mould's metal is in the mean: a plate warms it from one end,
 * which is so much hotter than its mean, q L ÷ 3 k (13 kW/m² into 60 mm of aluminium; Carslaw &
 * Jaeger, §3.8).
 */
export const WARMED_BELOW = 1.6;

/** A mould from what it is made of, its mass in g and the sides of its face in mm. */
export function metalBody(
  metal: keyof typeof MOULD_MATERIAL,
  grams: number,
  width: number,
  height: number,
): MetalBody {
  const stuff = MOULD_MATERIAL[metal];
  const foot = (width * height) / 1e6;
  const thick = grams / 1000 / stuff.rho / foot;
  return {
    capacity: (grams / 1000) * stuff.c,
    skin: foot + 2 * thick * ((width + height) / 1000),
    foot,
  };
}

/** The same mould losing heat faster or slower than reckoned. @param ln of how much */
export const losing = (body: MetalBody, ln: number): MetalBody => ({
  ...body,
  skin: body.skin * Math.exp(ln),
  foot: body.foot * Math.exp(ln),
});

/** What leaves it, W for each K over the room; and of what it holds over that, each second. */
export function lossRate(
  body: MetalBody,
  stand: Stand = 'wood',
): { conductance: number; rate: number } {
  const conductance = SKIN * body.skin + STANDS[stand].conductance * body.foot;
  return { conductance, rate: conductance / body.capacity };
}
/** W that leave it at a heat. */
const loss = (body: MetalBody, celsius: number, room: number, stand: Stand): number =>
  lossRate(body, stand).conductance * (celsius - room);

/**
 * Its heat a while later, left alone: exact, the loss being in proportion. °C
 * @example metalAfter({ capacity: 760, skin: 0.05, foot: 0.02 }, 60, { seconds: 1000, room: 20 }) → 34.715
 */
export function metalAfter(
  body: MetalBody,
  celsius: number,
  {
    seconds,
    room,
    stand = 'wood',
    watts = 0,
  }: { seconds: number; room: number; stand?: Stand; watts?: number },
): number {
  return metalAtRate(lossRate(body, stand), celsius, { seconds, room, watts });
}
/** {@link metalAfter} for metal whose rate of loss is known already. */
export function metalAtRate(
  { conductance, rate }: { conductance: number; rate: number },
  celsius: number,
  { seconds, room, watts }: { seconds: number; room: number; watts: number },
): number {
  const end = room + watts / conductance;
  return end + (celsius - end) * Math.exp(-rate * seconds);
}

/**
 * °C a mould is warmed to, to be so warm when plastic goes in: what it loses while inserts are laid, it
 * is closed and cups are brought together is put in before.
 * @param seconds until plastic goes in
 * @example warmedTo({ capacity: 760, skin: 0.05, foot: 0.02 }, { then: 45, room: 20, seconds: 0 }) → 45
 */
export function warmedTo(
  body: MetalBody,
  { then, room, seconds }: { then: number; room: number; seconds: number },
): number {
  const kept = metalAfter(body, 1, { seconds, room: 0 });
  return room + Math.max(then - room, (then - room) / kept);
}

/**
 * s until it is at a heat on the plate or under the gun; null where that can never bring it there.
 */
export function warmTime(
  body: MetalBody,
  { from, to, room, by }: { from: number; to: number; room: number; by: Warmer },
): number | null {
  if (from >= to) return 0;
  const warmer = WARMERS[by];
  const air = SKIN * body.skin;
  // The steady heat it would come to, and how fast it goes there.
  const [conductance, end] =
    'watts' in warmer
      ? [air, room + warmer.watts / air]
      : [
          air + warmer.conductance * body.foot,
          (air * room + warmer.conductance * body.foot * warmer.celsius) /
            (air + warmer.conductance * body.foot),
        ];
  return end <= to ? null : (body.capacity / conductance) * Math.log((end - from) / (end - to));
}

/**
 * What a shot leaves in it, J. @param grams of plastic, from and to which heat
 * @example shotJoules(100, 165, 65) → 19000
 */
export const shotJoules = (grams: number, from: number, opened: number): number =>
  grams * 1.9 * (from - opened);

/**
 * The heat at which it stays for good when a shot's heat goes in every cycle, °C.
 * @example steadyMetal({ capacity: 1, skin: 0.05, foot: 0.02 }, { joules: 7600, cycle: 100, room: 20 }) → 120
 */
export const steadyMetal = (
  body: MetalBody,
  {
    joules,
    cycle,
    room,
    stand = 'wood',
  }: { joules: number; cycle: number; room: number; stand?: Stand },
): number => room + joules / cycle / loss(body, 1, 0, stand);

/**
 * Least s a cycle must last for it to stay under a heat.
 * @example cycleFor({ capacity: 1, skin: 0.05, foot: 0.02 }, { joules: 7600, under: 48, room: 20 }) → 357.14
 */
export const cycleFor = (
  body: MetalBody,
  {
    joules,
    under,
    room,
    stand = 'wood',
  }: { joules: number; under: number; room: number; stand?: Stand },
): number => joules / loss(body, under, room, stand);
