import { materialOf } from '../material/named.ts';
import { settling } from '../material/settle.ts';
import type { Material } from '../material/shelf.ts';
import { density } from '../material/plastisol.ts';
import { USUAL_VESSEL } from '../heat/vessel.ts';
import { strengths } from './colouring.ts';
import type { CupState } from './state/cup.ts';

/** Share of a cup's depth that may stand bare of what has sunk before it wants a stir (judgement). */
const BARE = 0.1;
/** °C a cup is taken to be at that nobody has read. */
const UNREAD = 165;

/** What sinks in a cup: the thing that sinks fastest, how far it has, and how long until it is too far. */
export interface Settled {
  what: string;
  /** mm since the last stir, and mm of plastic over the bottom */
  sunk: number;
  depth: number;
  /** s until it wants a stir; below 0 = it does */
  left: number;
}

/** mm of plastic in a cup. */
function depthOf({ grams, vessel }: CupState, celsius: number): number {
  const bore = vessel?.bore ?? USUAL_VESSEL.bore;
  return (1000 * grams) / density(celsius) / ((Math.PI / 4) * bore ** 2);
}

/**
 * How far flake or salt has sunk since a cup was stirred; null where nothing in it sinks, or nobody
 * has stirred it yet.
 * @param now ms
 */
export function settled(
  cup: CupState,
  materials: readonly Material[],
  now: number,
): Settled | null {
  if (cup.stirredAt === null || cup.grams <= 0) return null;
  const celsius = cup.reading?.celsius ?? UNREAD;
  const sinking = strengths(cup, undefined, materials).flatMap((held) => {
    const material = materialOf(held, materials);
    const speed = material ? settling(material, celsius) : 0;
    return material && speed > 0 ? [{ what: material.name, speed }] : [];
  });
  const fastest = sinking.sort((one, other) => other.speed - one.speed)[0];
  if (!fastest) return null;
  const since = Math.max(0, now - cup.stirredAt) / 1000;
  const depth = depthOf(cup, celsius);
  return {
    what: fastest.what,
    sunk: fastest.speed * since,
    depth,
    left: (BARE * depth) / fastest.speed - since,
  };
}
