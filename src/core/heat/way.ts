import { viscosity } from '../material/viscosity.ts';
import { CONTACT, PLASTIC } from './constants.ts';

/**
 * mL/s a slow, even push gives out of all barrels together (judgement: an eight-cavity mould of 65
 * mL in eight seconds).
 */
export const PUSH_RATE = 8;

/** A channel plastic passes on its way: mm, and mL/s through it. */
export interface Channel {
  bore: number;
  length: number;
  flow: number;
}
/**
 * Share of the hand's pressure that may go on the way: with less left a thin part is not driven
 * (judgement).
 */
const LEFT_FOR_IT = 0.8;
/**
 * A hand that meets more gives less, down to this share of its rate: slower is colder, and soon
 * nothing moves.
 */
const SLOWER = [1, 0.8, 0.6, 0.45, 0.3, 0.2] as const;

/** What lies between the block and a thin part, and how fast that part is fed. */
export interface Way {
  channels: Channel[];
  /** mL/s that come into the thin part itself */
  flow: number;
}
export interface Arrived {
  /** °C in the mean of the stream, and Pa spent on the way */
  celsius: number;
  spent: number;
}

/** Long channels: the Nusselt number of a developed stream with its wall at one heat. */
const DEVELOPED = 3.66;
/** A stream goes through a channel in so many steps: it thickens as it cools. */
const STEPS = 12;

/**
 * Mean Nusselt number from the mouth of a channel on, laminar, the stream's speed developed and its
 * heat not.
 * @param graetz 4 Q ρ c / (π k L)
 * @see H. Hausen 1943; Incropera, *Fundamentals of Heat and Mass Transfer*, eq. 8.57
 */
export const nusselt = (graetz: number): number =>
  DEVELOPED + (0.0668 * graetz) / (1 + 0.04 * graetz ** (2 / 3));

/**
 * Share of its heat over the metal that a stream keeps through a channel: `exp(−U π d L / (ρ c
 * Q))`, with the touch of the metal and the stream's own resistance in a row.
 */
export function kept({ bore, length, flow }: Channel, contact = CONTACT): number {
  const [diameter, metres, cubic] = [bore / 1000, length / 1000, flow * 1e-6];
  const inside =
    (nusselt((4 * cubic * PLASTIC.rho * PLASTIC.c) / (Math.PI * PLASTIC.k * metres)) * PLASTIC.k) /
    diameter;
  const through = 1 / (1 / inside + 1 / contact);
  return Math.exp((-through * Math.PI * diameter * metres) / (PLASTIC.rho * PLASTIC.c * cubic));
}

/**
 * Plastic as it comes out at the end of its way: cooled by the metal it passed, and with less
 * pressure behind it (Hagen–Poiseuille, thicker as it cools).
 * @param shot °C going in
 * @param metal °C of the mould
 */
export function arriving(
  { channels }: Pick<Way, 'channels'>,
  shot: number,
  metal: number,
  contact = CONTACT,
): Arrived {
  let [celsius, spent] = [shot, 0];
  for (const channel of channels) {
    const radius = channel.bore / 2000;
    const begins = celsius;
    for (let step = 0; step < STEPS; step++) {
      const done = ((step + 1) / STEPS) * channel.length;
      const next = metal + (begins - metal) * kept({ ...channel, length: done }, contact);
      spent +=
        ((8 * viscosity((celsius + next) / 2) * channel.flow * 1e-6) / (Math.PI * radius ** 4)) *
        (channel.length / 1000 / STEPS);
      celsius = next;
    }
  }
  return { celsius, spent };
}

/**
 * The same way at the fastest push this pressure keeps up, and how plastic arrives by it; null
 * where none gets through.
 */
export function pushed(
  way: Way,
  {
    shot,
    metal,
    pressure,
    contact = CONTACT,
  }: { shot: number; metal: number; pressure: number; contact?: number },
): { flow: number; arrived: Arrived } | null {
  for (const share of SLOWER) {
    const slower = way.channels.map((channel) => ({ ...channel, flow: channel.flow * share }));
    const arrived = arriving({ channels: slower }, shot, metal, contact);
    if (arrived.spent <= LEFT_FOR_IT * pressure) return { flow: way.flow * share, arrived };
  }
  return null;
}
