/**
 * A cup of plastic cooking or cooling (M2, M3): plastic Tp and glass Tg.
 * `Cp(Tp) Tp' = η P n⁻¹ [t > t_d] − U (Tp − Tg) − h A_top (Tp − Ta)`, `Cg Tg' = U (Tp − Tg) − h A_side (Tg − Ta)`.
 */
export interface CupBody {
  /** g of plastic, and of glass */
  plastic: number;
  glass: number;
  /** mm inside, and mL of plastic: its depth and skins follow */
  bore: number;
  volume: number;
  /** W/K between plastic and glass (judgement, sd 50 %, learned) */
  exchange: number;
  /** °C of the room */
  room: number;
  /** how much faster it loses heat than still air takes it: draughts, a cold bench; 1 = as usual */
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
/** η for one cup and for two together; the dead time; judgements with their spread, learned per microwave. */
export const MICROWAVE = { one: 0.5, two: 0.55, spread: 0.1, dead: 2.5, deadSpread: 0.7 } as const;
/** U of a cup as usual, and how far it may be off. */
export const EXCHANGE = { usual: 3, spread: 0.5 } as const;

/**
 * Specific heat of plastic in a cup, J/g K: 1.9 in the mean from 20 to 177 °C, more when hot. The slope is a
 * judgement between those of PVC and of its plasticisers; without it bursts given to a hot cup come out too long.
 */
const C_SLOPE = 0.0024;
const C_NOUGHT = 1.9 - C_SLOPE * ((20 + 177) / 2);
export const specificHeat = (celsius: number): number => C_NOUGHT + C_SLOPE * celsius;
export const GLASS_C = 0.84;
const SIGMA = 5.670374419e-8;
/** Convection by still air, W/m² K, and emissivity of plastic and glass. */
const AIR = 5.5;
const EMISSIVITY = 0.9;

/** Convection and radiation together, W/m² K, between a surface and a room, °C. */
export function filmOf(surface: number, room: number): number {
  const [s, r] = [surface + 273.15, room + 273.15];
  return AIR + EMISSIVITY * SIGMA * (s * s + r * r) * (s + r);
}

const known = new WeakMap<CupBody, { top: number; side: number }>();
/** Skins of a cup, m²: the plastic's top; the glass's side and bottom as far as the plastic stands. */
function areas(body: CupBody): { top: number; side: number } {
  const held = known.get(body);
  if (held) return held;
  const top = (Math.PI / 4) * (body.bore / 1000) ** 2;
  const of = { top, side: Math.PI * (body.bore / 1000) * ((body.volume * 1e-6) / top) + top };
  known.set(body, of);
  return of;
}

/** W into the plastic of one cup, so many seconds into a burst. */
export const wattsOf = (m: Microwave, into: number): number => (into > m.dead ? (m.efficiency * m.power * m.level) / m.cups : 0);

/** W into the plastic of one cup, in the mean over `dt` s of a burst from `from` s into it. */
export const wattsOver = (m: Microwave, from: number, dt: number): number => Math.min(1, Math.max(0, (from + dt - m.dead) / dt)) * wattsOf(m, Infinity);

/**
 * One step of a cup's two nodes by Heun's method, on bare numbers: it is taken millions of times in a match.
 * The answer lies in the object given back, until the next step.
 */
export function stepper(body: CupBody): (plastic: number, glass: number, watts: number, dt: number) => CupHeat {
  const { top: bare, side: wall } = areas(body);
  const air = body.air ?? 1;
  const [top, side] = [bare * air, wall * air];
  const stand = body.stand ?? 0;
  const [g0, cg, u, room] = [body.plastic, body.glass * GLASS_C, body.exchange, body.room];
  const out: CupHeat = { plastic: 0, glass: 0 };
  return (p, g, watts, dt) => {
    const across = u * (p - g);
    const dp = (watts - across - filmOf(p, room) * top * (p - room)) / (g0 * specificHeat(p));
    const dg = (across - (filmOf(g, room) * side + stand) * (g - room)) / cg;
    const [p2, g2] = [p + dt * dp, g + dt * dg];
    const across2 = u * (p2 - g2);
    out.plastic = p + (dt / 2) * (dp + (watts - across2 - filmOf(p2, room) * top * (p2 - room)) / (g0 * specificHeat(p2)));
    out.glass = g + (dt / 2) * (dg + (across2 - filmOf(g2, room) * side * (g2 - room)) / cg);
    return out;
  };
}

/**
 * The cup a while later.
 * @param watts into the plastic at a moment, s from the start; 0 = it only cools
 * @param step s; the nodes exchange over minutes, so seconds will do
 */
export function after(body: CupBody, heat: CupHeat, seconds: number, watts: (at: number) => number = () => 0, step = 1): CupHeat {
  const go = stepper(body);
  let { plastic, glass } = heat;
  for (let at = 0; at < seconds - 1e-9; ) {
    const dt = Math.min(step, seconds - at);
    // The power is that of the step's middle, so that the dead time falls where it does.
    ({ plastic, glass } = go(plastic, glass, watts(at + dt / 2), dt));
    at += dt;
  }
  return { plastic, glass };
}

/** The cup after a burst in a microwave: the dead time falls where it does, so the heat is smooth in every constant. */
export function afterBurst(body: CupBody, heat: CupHeat, m: Microwave, seconds: number, step = 0.5): CupHeat {
  const asleep = Math.min(Math.max(0, m.dead), seconds);
  const woken = after(body, heat, asleep, () => 0, step);
  const watts = wattsOf(m, Infinity);
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
