/**
 * A cup of plastic cooking or cooling (M2, M3): plastic Tp and glass Tg. `Cp(Tp) Tp' = η P n⁻¹ [t >
 * t_d] − U (Tp − Tg) − h A_top (Tp − Ta)`, `Cg Tg' = U (Tp − Tg) − h A_side (Tg − Ta)`.
 */
export interface CupBody {
  /** g of plastic, and of glass */
  plastic: number;
  glass: number;
  /** mm inside, and mL of plastic: its depth and skins follow */
  bore: number;
  volume: number;
  /**
   * W/K between plastic and glass for the usual charge (judgement, sd 50 %, learned); a smaller one
   * wets less glass, exchanges less and warms less of it
   */
  exchange: number;
  /** °C of the room */
  room: number;
  /** how much more the air takes than still air would: draughts; 1 = as usual */
  air?: number;
  /** W/K from the glass into what it stands on */
  stand?: number;
}
export interface CupHeat {
  plastic: number;
  glass: number;
}
export interface Microwave {
  /** W on the label, share of it at part power, and how many cups stand in it */
  power: number;
  level: number;
  cups: number;
  /** share that reaches the plastic, all cups together, and s until the magnetron wakes */
  efficiency: number;
  dead: number;
}
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
const SIGMA = 5.670374419e-8;
const EMISSIVITY = 0.9;
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
  const [s, r] = [surface + 273.15, room + 273.15];
  return EMISSIVITY * SIGMA * (s * s + r * r) * (s + r);
}

/** The charge that exchange and glass are told for: 240 mL in a cup of 85 mm. */
const USUAL = { bore: 85, volume: 240 } as const;
/**
 * The glass a little above the plastic warms with it: a fin of so many mm, √(k t/h) of 4 mm of
 * glass.
 */
const FIN = 14;

interface Skins {
  /** m² of the plastic's top, and of the glass's side and bottom as far as the plastic stands */
  top: number;
  side: number;
  /** C over L^¼ of each, W/m² K^5/4 */
  up: number;
  standing: number;
  /** shares of the usual charge's exchange and of its warm glass */
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
function skins(body: CupBody): Skins {
  for (const one of lately)
    if (one.bore === body.bore && one.volume === body.volume) return one.skins;
  const top = (Math.PI / 4) * (body.bore / 1000) ** 2;
  const depth = (body.volume * 1e-6) / top;
  const of: Skins = {
    top,
    side: around(body),
    up: CONVECTION.up / (body.bore / 4000) ** 0.25,
    standing: CONVECTION.standing / (depth + FIN / 1000) ** 0.25,
    wets: around(body) / around(USUAL),
    warms: around(body, FIN) / around(USUAL, FIN),
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

/**
 * One step of a cup's two nodes on bare numbers: it is taken millions of times in a match. The
 * heats' own equations, linear once films and specific heat are held, are solved exactly (the
 * exponential of their 2 × 2 matrix), so no constant and no step is too large; a long step takes
 * what it holds from its middle. Where the step is short against every rate the exponential is its
 * first four terms. The answer lies in the object given back, until the next step.
 */
export function stepper(
  body: CupBody,
): (plastic: number, glass: number, watts: number, dt: number) => CupHeat {
  const { top, side, up, standing, wets, warms } = skins(body);
  const air = body.air ?? 1;
  const stand = body.stand ?? 0;
  const [grams, cg, u, room] = [
    body.plastic,
    body.glass * GLASS_C * warms,
    body.exchange * wets,
    body.room,
  ];
  const [airTop, airSide] = [air * up * top, air * standing * side];
  const [glowTop, glowSide] = [EMISSIVITY * SIGMA * top, EMISSIVITY * SIGMA * side];
  const roomK = room + 273.15;
  const out: CupHeat = { plastic: 0, glass: 0 };
  /** from heats (p, g) over dt s, with films and specific heat as they are at heats (atP, atG) */
  const solve = (
    p: number,
    g: number,
    atP: number,
    atG: number,
    watts: number,
    dt: number,
  ): CupHeat => {
    const [kP, kG] = [atP + 273.15, atG + 273.15];
    const lossP =
      airTop * Math.sqrt(Math.sqrt(Math.abs(atP - room))) +
      glowTop * (kP * kP + roomK * roomK) * (kP + roomK);
    const lossG =
      airSide * Math.sqrt(Math.sqrt(Math.abs(atG - room))) +
      glowSide * (kG * kG + roomK * roomK) * (kG + roomK) +
      stand;
    const cp = grams * specificHeat(atP);
    const a = -(u + lossP) / cp;
    const b = u / cp;
    const c = u / cg;
    const d = -(u + lossG) / cg;
    const warming = watts / cp;
    const x = p - room;
    const y = g - room;
    if ((b - a) * dt < SLIGHT && (c - d) * dt < SLIGHT) {
      const x1 = dt * (a * x + b * y + warming);
      const y1 = dt * (c * x + d * y);
      const x2 = (dt / 2) * (a * x1 + b * y1);
      const y2 = (dt / 2) * (c * x1 + d * y1);
      out.plastic = p + x1 + x2 + (dt / 3) * (a * x2 + b * y2);
      out.glass = g + y1 + y2 + (dt / 3) * (c * x2 + d * y2);
      return out;
    }
    const det = a * d - b * c;
    // Where it would come to in the end, over the room; and how far from it now.
    const endP = det > 0 ? (-d * warming) / det : 0;
    const endG = det > 0 ? (c * warming) / det : 0;
    const m = (a + d) / 2;
    const q = Math.sqrt(((a - d) / 2) ** 2 + b * c);
    const slow = Math.exp((m + q) * dt);
    const fast = Math.exp((m - q) * dt);
    const even = (slow + fast) / 2;
    const odd = q > 1e-12 ? (slow - fast) / (2 * q) : dt * slow;
    out.plastic = room + endP + (even + odd * (a - m)) * (x - endP) + odd * b * (y - endG);
    out.glass = room + endG + odd * c * (x - endP) + (even + odd * (d - m)) * (y - endG);
    return out;
  };
  return (p, g, watts, dt) => {
    if (dt <= SHORT) return solve(p, g, p, g, watts, dt);
    const { plastic, glass } = solve(p, g, p, g, watts, dt / 2);
    return solve(p, g, plastic, glass, watts, dt);
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
export function after(
  body: CupBody,
  heat: CupHeat,
  seconds: number,
  watts: (at: number) => number = () => 0,
  step = 1,
): CupHeat {
  const go = stepper(body);
  let { plastic, glass } = heat;
  for (let at = 0; at < seconds - 1e-9;) {
    const dt = Math.min(step, seconds - at);
    // The power is that of the step's middle, so that the dead time falls where it does.
    ({ plastic, glass } = go(plastic, glass, watts(at + dt / 2), dt));
    at += dt;
  }
  return { plastic, glass };
}

/**
 * The cup after a burst in a microwave: the dead time falls where it does, so the heat is smooth in
 * every constant.
 */
export function afterBurst(
  body: CupBody,
  heat: CupHeat,
  microwave: Microwave,
  seconds: number,
  step = 0.5,
): CupHeat {
  const asleep = Math.min(Math.max(0, microwave.dead), seconds);
  const woken = after(body, heat, asleep, () => 0, step);
  const watts = wattsOf(microwave, Infinity);
  return after(body, woken, seconds - asleep, () => watts, step);
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
