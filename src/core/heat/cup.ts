import type { CupBody, CupHeat, Microwave } from './cupBody.ts';
import { SIGMA, EMISSIVITY, skins, wattsOf } from './cupLoss.ts';
/**
 * η for one cup and for two together; the dead time; judgements with their spread, learned per
 * microwave.
 */
export const MICROWAVE = { one: 0.5, two: 0.55, spread: 0.1, dead: 2.5, deadSpread: 0.7 } as const;
/** U of a cup as usual, and how far it may be off. */
export const EXCHANGE = { usual: 3, spread: 0.5 } as const;

/**
 * Specific heat of plastic in a cup, J/g K: 1.9 in the mean from 20 to 177 °C, more when hot. The
 * slope is a judgement between those of PVC and of its plasticisers; without it bursts given to a
 * hot cup come out too long.
 */
const C_SLOPE = 0.0024;
const C_NOUGHT = 1.9 - C_SLOPE * ((20 + 177) / 2);
export const specificHeat = (celsius: number): number => C_NOUGHT + C_SLOPE * celsius;
const GLASS_C = 0.84;

/**
 * One step of a cup's two nodes on bare numbers: it is taken millions of times in a match. The
 * heats' own equations, linear once films and specific heat are held, are solved exactly (the
 * exponential of their 2 × 2 matrix), so no constant and no step is too large; a long step takes
 * what it holds from its middle. Where the step is short against every rate the exponential is its
 * first four terms. The answer lies in the object given back, until the next step. The room is
 * asked of the body at every step: a thermometer on the wall changes it all evening.
 */
export function stepper(
  body: CupBody,
): (plastic: number, glass: number, watts: number, dt: number) => CupHeat {
  const { top, side, up, standing, wets, warms } = skins(body);
  const air = body.air ?? 1;
  const stand = body.stand ?? 0;
  const [grams, cg, between] = [body.plastic, body.glass * GLASS_C * warms, body.exchange * wets];
  const [airTop, airSide] = [air * up * top, air * standing * side];
  const [glowTop, glowSide] = [EMISSIVITY * SIGMA * top, EMISSIVITY * SIGMA * side];
  const out: CupHeat = { plastic: 0, glass: 0 };
  // Solved many thousand times a second: nothing is made anew.
  const begin: CupHeat = { plastic: 0, glass: 0 };
  /** from `begin` over dt s, with films and specific heat as they are at some heats */
  const solve = ({ plastic: atP, glass: atG }: CupHeat, watts: number, dt: number): CupHeat => {
    const { plastic, glass } = begin;
    const { room } = body;
    const roomK = room + 273.15;
    const [kP, kG] = [atP + 273.15, atG + 273.15];
    const lossP =
      airTop * Math.sqrt(Math.sqrt(Math.abs(atP - room))) +
      glowTop * (kP * kP + roomK * roomK) * (kP + roomK);
    const lossG =
      airSide * Math.sqrt(Math.sqrt(Math.abs(atG - room))) +
      glowSide * (kG * kG + roomK * roomK) * (kG + roomK) +
      stand;
    const cp = grams * specificHeat(atP);
    const plasticOwn = -(between + lossP) / cp;
    const plasticFrom = between / cp;
    const glassFrom = between / cg;
    const glassOwn = -(between + lossG) / cg;
    const warming = watts / cp;
    const x = plastic - room;
    const y = glass - room;
    if ((plasticFrom - plasticOwn) * dt < SLIGHT && (glassFrom - glassOwn) * dt < SLIGHT) {
      const x1 = dt * (plasticOwn * x + plasticFrom * y + warming);
      const y1 = dt * (glassFrom * x + glassOwn * y);
      const x2 = (dt / 2) * (plasticOwn * x1 + plasticFrom * y1);
      const y2 = (dt / 2) * (glassFrom * x1 + glassOwn * y1);
      out.plastic = plastic + x1 + x2 + (dt / 3) * (plasticOwn * x2 + plasticFrom * y2);
      out.glass = glass + y1 + y2 + (dt / 3) * (glassFrom * x2 + glassOwn * y2);
      return out;
    }
    const det = plasticOwn * glassOwn - plasticFrom * glassFrom;
    // Where it would come to in the end, over the room; and how far from it now.
    const endP = det > 0 ? (-glassOwn * warming) / det : 0;
    const endG = det > 0 ? (glassFrom * warming) / det : 0;
    const middle = (plasticOwn + glassOwn) / 2;
    const apart = Math.sqrt(((plasticOwn - glassOwn) / 2) ** 2 + plasticFrom * glassFrom);
    const slow = Math.exp((middle + apart) * dt);
    const fast = Math.exp((middle - apart) * dt);
    const even = (slow + fast) / 2;
    const odd = apart > 1e-12 ? (slow - fast) / (2 * apart) : dt * slow;
    out.plastic =
      room +
      endP +
      (even + odd * (plasticOwn - middle)) * (x - endP) +
      odd * plasticFrom * (y - endG);
    out.glass =
      room + endG + odd * glassFrom * (x - endP) + (even + odd * (glassOwn - middle)) * (y - endG);
    return out;
  };
  return (plastic, glass, watts, dt) => {
    begin.plastic = plastic;
    begin.glass = glass;
    if (dt <= SHORT) return solve(begin, watts, dt);
    return solve(solve(begin, watts, dt / 2), watts, dt);
  };
}
/** A step that goes so little of the way to rest in any rate is short. */
const SLIGHT = 0.1;
/** s within which films and specific heat hardly change. */
const SHORT = 1;

/**
 * The cup a while later.
 * @param watts into the plastic at a moment, s from the start; 0 = it only cools
 * @param step s; the nodes exchange over minutes, so seconds will do
 */
export const after = (
  body: CupBody,
  heat: CupHeat,
  seconds: number,
  options?: { watts?: (at: number) => number; step?: number },
): CupHeat => laterOf(body)(heat, seconds, options);
/** {@link after} for one body that is asked about again and again. */
export function laterOf(
  body: CupBody,
): (
  heat: CupHeat,
  seconds: number,
  options?: { watts?: (at: number) => number; step?: number },
) => CupHeat {
  const go = stepper(body);
  return (heat, seconds, { watts, step = 1 } = {}) => {
    let { plastic, glass } = heat;
    for (let at = 0; at < seconds - 1e-9;) {
      const dt = Math.min(step, seconds - at);
      // The power is that of the step's middle, so that the dead time falls where it does.
      ({ plastic, glass } = go(plastic, glass, watts ? watts(at + dt / 2) : 0, dt));
      at += dt;
    }
    return { plastic, glass };
  };
}

/**
 * The cup after a burst in a microwave: the dead time falls where it does, so the heat is smooth in
 * every constant.
 */
export function afterBurst(
  body: CupBody,
  heat: CupHeat,
  { microwave, seconds, step = 0.5 }: { microwave: Microwave; seconds: number; step?: number },
): CupHeat {
  const asleep = Math.min(Math.max(0, microwave.dead), seconds);
  const woken = after(body, heat, asleep, { watts: () => 0, step });
  const watts = wattsOf(microwave, Infinity);
  return after(body, woken, seconds - asleep, { watts: () => watts, step });
}

/**
 * s of one burst until the plastic is at a heat: the burst is gone through once, and the last step
 * parted where it is reached.
 * @param longest s that are looked at: the answer where it is not reached in them
 */
export function burstUntil(
  body: CupBody,
  heat: CupHeat,
  celsius: number,
  { microwave, longest, step = 4 }: { microwave: Microwave; longest: number; step?: number },
): number {
  if (heat.plastic >= celsius) return 0;
  const asleep = Math.min(Math.max(0, microwave.dead), longest);
  const go = stepper(body);
  const watts = wattsOf(microwave, Infinity);
  let { plastic, glass } = after(body, heat, asleep, { step });
  for (let at = asleep; at < longest - 1e-9; at += step) {
    const before = plastic;
    ({ plastic, glass } = go(plastic, glass, watts, step));
    if (plastic >= celsius)
      return Math.min(longest, at + (step * (celsius - before)) / (plastic - before));
  }
  return longest;
}

/** s until the plastic has cooled to a heat, or null when it does not within two hours. */
export function coolsTo(body: CupBody, heat: CupHeat, celsius: number): number | null {
  let now = heat;
  for (let at = 0; at < 7200; at += 2) {
    if (now.plastic <= celsius) return at;
    now = after(body, now, 2);
  }
  return null;
}
