import type { Cooling } from './conduct.ts';
import { conduct } from './conduct.ts';
import { MOULD_MATERIAL } from './constants.ts';

/** Wall of a barrel, mm, and what its skin loses to the room, W/m² K of bore (judgements). */
const WALL = 4;
const LOSS = 12;
/**
 * A shot is doubted when more than this share of the barrel no longer flows, or what leaves it is
 * colder than any school shoots.
 */
export const BARREL = { stiff: 0.12, least: 149 } as const;

/** °C a barrel is at after warming (judgement). */
export const BARREL_WARM = 55;

/**
 * Plastic standing in a barrel: a round bar against a lumped shell of aluminium. It does not cool
 * exponentially: a skin sets at the wall while the middle stays hot (M2).
 * @param bore mm
 * @param from °C at the draw
 * @param metal °C of the barrel then
 */
export function barrelCooling(
  bore: number,
  {
    from,
    metal,
    room,
    until = 180,
    stop,
  }: {
    from: number;
    metal: number;
    room: number;
    until?: number;
    stop?: (now: { at: number; mean: number; centre: number }) => boolean;
  },
): Cooling {
  const { rho, c } = MOULD_MATERIAL.machined;
  const [radius, wall] = [bore / 2000, WALL / 1000];
  return conduct(
    {
      shape: 'round',
      across: bore,
      layers: [{ upTo: 1, celsius: from }],
      outside: {
        kind: 'metal',
        celsius: metal,
        capacity: (rho * c * (2 * radius * wall + wall * wall)) / (2 * radius),
        loss: LOSS,
        room,
      },
    },
    until,
    stop,
    60,
  );
}

/** s from the draw over which what leaves a barrel is known. */
const ANSWERED = 300;
/** Mean heat of a barrel's plastic after a degree of plastic, and after one of metal, over a room of 0. */
interface Answers {
  plastic: Cooling;
  metal: Cooling;
}
const answers = new Map<number, Answers>();
function answersOf(bore: number): Answers {
  const held = answers.get(bore);
  if (held) return held;
  const to = (from: number, metal: number) =>
    barrelCooling(bore, { from, metal, room: 0, until: ANSWERED });
  const made = { plastic: to(1, 0), metal: to(0, 1) };
  answers.set(bore, made);
  return made;
}

/**
 * Heat of what leaves a barrel a while after its draw, °C: conduction is linear in the heats it
 * starts from, so two coolings of a bore answer for every one (superposition; Carslaw & Jaeger, §1.14).
 * @param bore mm
 * @param from °C at the draw, and metal of the barrel then
 * @param seconds since the draw, up to 300
 * @example Math.round(leavingBarrel(32, { from: 168, metal: 25, room: 25, seconds: 60 })) → 138
 */
export function leavingBarrel(
  bore: number,
  { from, metal, room, seconds }: { from: number; metal: number; room: number; seconds: number },
): number {
  const answer = answersOf(bore);
  return (
    room +
    (from - room) * at(answer.plastic, 'mean', seconds) +
    (metal - room) * at(answer.metal, 'mean', seconds)
  );
}

/** A figure of a cooling at a moment, s, between its looks. */
export function at(
  curve: Cooling,
  what: 'mean' | 'centre' | 'metal' | 'stiff',
  seconds: number,
): number {
  const index = curve.at.findIndex((time) => time >= seconds);
  if (index <= 0) return curve[what][index === 0 ? 0 : curve[what].length - 1]!;
  const share = (seconds - curve.at[index - 1]!) / (curve.at[index]! - curve.at[index - 1]!);
  return curve[what][index - 1]! + share * (curve[what][index]! - curve[what][index - 1]!);
}

/**
 * s after the draw for which what leaves a barrel is still hot and runny enough for a good shot.
 */
export function barrelGood(curve: Cooling, least: number = BARREL.least): number {
  const index = curve.at.findIndex(
    (_, k) => curve.mean[k]! < least || curve.stiff[k]! > BARREL.stiff,
  );
  return index < 0 ? curve.at.at(-1)! : curve.at[Math.max(0, index - 1)]!;
}

/**
 * Which cavity of a mould served port by port is the last that will take, of a draw: each costs its
 * push and the move to the next port.
 */
export const lastCavity = (good: number, first: number, each: number, cavities: number): number =>
  Math.max(0, Math.min(cavities, Math.floor((good - first) / each) + 1));
