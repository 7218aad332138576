import { PLASTISOL } from '../material/plastisol.ts';
import { viscosity } from '../material/viscosity.ts';
import { conduct } from './conduct.ts';
import { CONTACT } from './constants.ts';
import type { Way } from './way.ts';
import { pushed } from './way.ts';

/**
 * Slow, even pressure of one hand on a plunger, N, and how many times more or less another hand
 * gives (judgements).
 */
export const PUSH = { newtons: 150, spread: 1.5 } as const;
/** How long a push is kept up, s: plastic in a mould too warm to stop it is looked at no longer. */
const PUSHED = 20;

/** Pressure behind the plastic, Pa. @param bores of all the barrels pushed together, mm */
export const pressureOf = (newtons: number, bores: number[]): number =>
  newtons / bores.reduce((area, bore) => area + (Math.PI / 4) * (bore / 1000) ** 2, 0);

/** A thin part of a cavity that has to fill. */
export interface Thin {
  shape: 'slab' | 'round';
  /** mm */
  across: number;
  /** of a flat one, mm */
  wide?: number;
}
export interface Filling {
  /** s, and mm reached by then; the last is where it stops */
  at: number[];
  reach: number[];
}

/** mm² of a thin part's section; none where a flat one's width is not known. */
const areaOf = ({ shape, across, wide }: Thin): number | null =>
  shape === 'round' ? (Math.PI / 4) * across ** 2 : wide === undefined ? null : across * wide;

/** Plastic pushed into a mould. */
interface Pushed {
  /** °C going in */
  shot: number;
  /** °C of the mould */
  metal: number;
  /** Pa */
  pressure: number;
  contact?: number;
  /** it takes before the thin part; none = it is fed at once, as fast as pressure drives it */
  way?: Way;
}

/**
 * How far plastic runs into a thin part before it stops (M7): pressure-driven flow in a gap
 * (Hele-Shaw) whose skin freezes from the wall. With the heat across the gap from M6, `L dL/dt = P
 * S / area`, where S is the flow under unit pressure gradient, `2 ∫ s²/μ ds` (slab) or `π/2 ∫ s³/μ
 * ds` (round), and plastic under the no-flow heat does not move. What it loses before it gets
 * there, and how fast it can come at all while the rest fills, are the way's. The skin is
 * everywhere as old as at the mouth, so the figure is on the short side.
 * @see C. A. Hieber, S. F. Shen 1980, *J. Non-Newtonian Fluid Mech.* 7, 1–32; Bird, Stewart &
 * Lightfoot §2.3, §2.5
 */
export function filling(
  thin: Thin,
  { shot, metal, pressure, contact = CONTACT, way }: Pushed,
): Filling {
  const { shape, across } = thin;
  const half = across / 2000;
  const comes = way
    ? pushed(way, { shot, metal, pressure, contact })
    : { flow: Infinity, arrived: { celsius: shot, spent: 0 } };
  const out: Filling = { at: [0], reach: [0] };
  if (!comes || comes.arrived.celsius <= PLASTISOL.noFlow) return out;
  const { arrived } = comes;
  const behind = pressure - arrived.spent;
  const area = areaOf(thin);
  // mm/s at which plastic comes at most.
  const fed = area === null ? Infinity : (comes.flow * 1000) / area;
  let before: { at: number; flow: number } | null = null;
  // Flow under unit gradient over the open section's area, m²/Pa s.
  const flowOf = (heat: Float64Array): number => {
    const width = half / heat.length;
    let flow = 0;
    heat.forEach((celsius, i) => {
      if (celsius <= PLASTISOL.noFlow) return;
      const [from, to] = [i * width, (i + 1) * width];
      flow +=
        (shape === 'slab'
          ? (2 / 3) * (to ** 3 - from ** 3)
          : (Math.PI / 8) * (to ** 4 - from ** 4)) / viscosity(celsius);
    });
    return flow / (shape === 'slab' ? 2 * half : Math.PI * half * half);
  };
  conduct(
    {
      shape,
      across,
      layers: [{ upTo: 1, celsius: arrived.celsius }],
      outside: { kind: 'fixed', celsius: metal, contact },
    },
    PUSHED,
    ({ at, heat }) => {
      const flow = flowOf(heat);
      if (before) {
        const length = out.reach.at(-1)! / 1000;
        const driven =
          1000 *
          Math.sqrt(length ** 2 + 2 * behind * ((flow + before.flow) / 2) * (at - before.at));
        out.at.push(at);
        out.reach.push(Math.min(driven, out.reach.at(-1)! + fed * (at - before.at)));
      }
      before = { at, flow };
      return flow === 0;
    },
  );
  return out;
}

/** mm reached in the end. */
export const reachOf = (thin: Thin, pushed: Pushed): number => filling(thin, pushed).reach.at(-1)!;

/** Coolest shot, °C, that reaches a length, mm; null where even the ceiling does not. */
export function heatToReach(
  thin: Thin,
  length: number,
  pushed: Omit<Pushed, 'shot'>,
): number | null {
  let [low, high] = [PLASTISOL.noFlow, PLASTISOL.ceiling] as [number, number];
  if (reachOf(thin, { ...pushed, shot: high }) < length) return null;
  for (let k = 0; k < 10; k++) {
    const middle = (low + high) / 2;
    if (reachOf(thin, { ...pushed, shot: middle }) >= length) high = middle;
    else low = middle;
  }
  return high;
}
