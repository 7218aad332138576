import type { ThermalProperties } from './constants.ts';
import { effusivity, PLASTIC } from './constants.ts';

/**
 * A joint is even odds at this contact heat, °C, and turns over this many K (judgements, learned
 * from joint faults).
 */
export const JOINT = { even: 100, scale: 2.5, sound: 0.8 } as const;

/**
 * Heat where two bodies meet, at first (Carslaw & Jaeger §2.15): `(e1 T1 + e2 T2)/(e1 + e2)`. °C
 */
export const contactHeat = (
  body: number,
  insert: number,
  one: ThermalProperties = PLASTIC,
  other: ThermalProperties = PLASTIC,
): number =>
  (effusivity(one) * body + effusivity(other) * insert) / (effusivity(one) + effusivity(other));

/**
 * Share of what metal is over the room that an insert has when the body comes on to it: it lies in
 * the closed mould for a minute or two (judgement; a slab of 10 mm between two such faces has six
 * tenths of it in two minutes, Carslaw & Jaeger §3.4, and the joint's face touches no metal).
 */
const INSERT_TAKES = 0.5;
/**
 * °C of an insert that was laid in a mould at room heat.
 * @param metal °C of the mould
 * @example insertHeat(40, 20) → 30
 */
export const insertHeat = (metal: number, room: number): number =>
  room + INSERT_TAKES * (metal - room);

/**
 * °C of a mould in which inserts lie so warm.
 * @example metalFor(30, 20) → 40
 */
export const metalFor = (insert: number, room: number): number =>
  room + (insert - room) / INSERT_TAKES;

/** Chance that a joint is sound (M8): logistic in the contact heat. */
export const jointChance = (
  body: number,
  insert: number,
  even: number = JOINT.even,
  scale: number = JOINT.scale,
): number => 1 / (1 + Math.exp(-(contactHeat(body, insert) - even) / scale));

/**
 * Lowest heat of the body for a sound joint on inserts this warm, °C; or of inserts for a body so hot:
 * the two count alike.
 */
export const bodyHeatFor = (
  insert: number,
  sound: number = JOINT.sound,
  even: number = JOINT.even,
  scale: number = JOINT.scale,
): number => 2 * (even + scale * Math.log(sound / (1 - sound))) - insert;
