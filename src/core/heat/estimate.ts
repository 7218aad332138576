import type { CupBody, CupHeat } from './cup.ts';
import { after, afterBurst, specificHeat } from './cup.ts';
import type { Forecast, Known } from './forecast.ts';
import { forecastOf, UNSAID } from './forecast.ts';
import { instrumentPrior } from './instrument.ts';

/**
 * What the shop believes of its bench (M2, M3): heats of every cup and the constants behind them, in one state
 * with one covariance, so that a reading of one cup also tells of the microwave and of the room.
 * An extended Kalman filter: Jazwinski, *Stochastic Processes and Filtering Theory*, §8.3; Joseph's form.
 */
export interface Belief {
  at: number;
  /** air, instrument; then efficiency and dead time of each oven; then plastic, glass, ln exchange, ln weight, ln stand of each cup */
  mean: number[];
  spread: number[][];
  /** what the air comes back to, when a draught has passed */
  base: number;
  ovens: string[];
  cups: string[];
  bodies: Map<string, CupBody>;
  /** °C each cup can be at the coldest and the hottest: nothing colder than the room went in, and so much energy at most */
  could: Map<string, Could>;
}
export interface Could {
  least: number;
  most: number;
}
/** What is known of one cup beside its heat: ln W/K between plastic and glass, ln of its weight against the usual, ln W/K into what it stands on. */
export interface CupKnown {
  exchange: Known;
  weight: Known;
  stand: Known;
}
export interface OvenKnown {
  efficiency: Known;
  dead: Known;
}
/** Before anything is learned: usual values and judgements (docs/models.md). */
export const PRIOR = {
  /** ln of how much faster a cup loses heat than still air would take it */
  air: { mean: 0, sd: 0.25 },
  /** K an instrument reads over what the plastic is: of a probe nobody checked */
  instrument: instrumentPrior(),
  /** ln W/K from a cup's glass into the bench it stands on: wood little, metal more */
  stand: { mean: Math.log(0.12), sd: 0.8 },
  one: { efficiency: { mean: 0.5, sd: 0.1 }, dead: { mean: 2.5, sd: 0.7 } },
  two: { efficiency: { mean: 0.55, sd: 0.1 }, dead: { mean: 2.5, sd: 0.7 } },
  /** ln W/K between plastic and glass */
  exchange: { mean: Math.log(3), sd: 0.5 },
  /** ln of a cup's glass against what a cup of its size usually weighs */
  weight: { mean: 0, sd: 0.2 },
} as const;
/** What wanders while nobody looks: standard deviations. */
export const WANDER = {
  /** K in the plastic after a minute: what the two lumps leave out */
  plastic: UNSAID.minute,
  /** K in the glass after a minute: it stands on more than air */
  glass: 2,
  /** ln air after a minute */
  air: 0.04,
  /** share of a burst's gain that no constant explains */
  burst: UNSAID.burst,
  /** share of the efficiency from one burst to the next: a magnetron warms, plastic takes up more when hot */
  efficiency: 0.004,
} as const;
/** What a constant can be at all, and how softly it comes to its ends: state and constant are the same but near them. */
interface Range {
  low: number;
  high: number;
  soft: number;
}
export const RANGE = {
  air: { low: Math.log(0.35), high: Math.log(4), soft: 0.08 },
  efficiency: { low: 0.05, high: 0.9, soft: 0.02 },
  dead: { low: 0, high: 45, soft: 0.25 },
  exchange: { low: Math.log(0.6), high: Math.log(15), soft: 0.08 },
  weight: { low: Math.log(0.45), high: Math.log(2.2), soft: 0.05 },
  stand: { low: Math.log(0.01), high: Math.log(4), soft: 0.15 },
} as const satisfies Record<string, Range>;

const softPlus = (x: number): number => (x > 30 ? x : Math.log1p(Math.exp(x)));
/** The constant a state stands for: rising everywhere, within its range whatever the state, the state itself between. */
export const held = (x: number, { low, high, soft }: Range): number =>
  low + soft * (softPlus((x - low) / soft) - softPlus((x - high) / soft));

/** Draughts pass in so many minutes (judgement): without it what wanders would wander off for good. */
const AIR_PASSES = 40;
/** A reading further off than so many of its own spreads is left out, unless the next agrees with it. */
const OUTLIER = 4;

const AIR = 0;
const INSTRUMENT = 1;
const SHARED = 2;
const ovenAt = (b: Belief, oven: string): number => SHARED + 2 * b.ovens.indexOf(oven);
const cupAt = (b: Belief, cup: string): number =>
  SHARED + 2 * b.ovens.length + 5 * b.cups.indexOf(cup);

const copy = (b: Belief): Belief => ({
  ...b,
  mean: [...b.mean],
  spread: b.spread.map((r) => [...r]),
  bodies: new Map(b.bodies),
  could: new Map(b.could),
});

export interface SharedKnown {
  air: Known;
  instrument: Known;
}
export const newBelief = (at: number, { air, instrument }: SharedKnown = PRIOR): Belief => ({
  at,
  mean: [air.mean, instrument.mean],
  spread: [
    [air.sd ** 2, 0],
    [0, instrument.sd ** 2],
  ],
  base: air.mean,
  ovens: [],
  cups: [],
  bodies: new Map(),
  could: new Map(),
});

/** Opens places in the state at `i`, knowing nothing of what else hangs on them. */
function widen(b: Belief, i: number, known: Known[]): void {
  b.mean.splice(i, 0, ...known.map((k) => k.mean));
  for (const row of b.spread) row.splice(i, 0, ...known.map(() => 0));
  const n = b.mean.length;
  b.spread.splice(
    i,
    0,
    ...known.map((k, j) => Array.from({ length: n }, (_, c) => (c === i + j ? k.sd ** 2 : 0))),
  );
}

/** The same belief, knowing of an oven too. @param known what is known of it already */
export function withOven(b: Belief, oven: string, known: OvenKnown): Belief {
  if (b.ovens.includes(oven)) return b;
  const next = copy(b);
  const i = SHARED + 2 * next.ovens.length;
  next.ovens = [...next.ovens, oven];
  widen(next, i, [known.efficiency, known.dead]);
  return next;
}

/** K a cup's glass stands under plastic that has been hot a while, and how far that may be off (judgements). */
const GLASS_UNDER = { mean: 15, sd: 8 } as const;

/** Forgets what is believed of a cup's heat, not of its constants. @param celsius what it may be now */
export function forgotten(
  b: Belief,
  cup: string,
  celsius: Known,
  under: Known = GLASS_UNDER,
): Belief {
  const next = copy(b);
  const i = cupAt(next, cup);
  for (const j of [i, i + 1])
    for (let k = 0; k < next.mean.length; k++) next.spread[j]![k] = next.spread[k]![j] = 0;
  next.mean[i] = celsius.mean;
  next.mean[i + 1] = celsius.mean - under.mean;
  next.spread[i]![i] = celsius.sd ** 2;
  next.spread[i]![i + 1] = next.spread[i + 1]![i] = celsius.sd ** 2;
  next.spread[i + 1]![i + 1] = celsius.sd ** 2 + under.sd ** 2;
  widenCould(next, cup, celsius);
  return within(next, [cup]);
}

/** K beyond what is said of a heat that it may still be. */
const SURELY = 3;
/** What was so hot widens what can be; nothing becomes colder than the room and what went in, whatever is read. */
function widenCould(b: Belief, cup: string, celsius: Known): void {
  const { least, most } = b.could.get(cup)!;
  b.could.set(cup, {
    least,
    most: Math.max(most, celsius.mean + SURELY * Math.max(1, celsius.sd)),
  });
}

/** The same bench in a room of another heat. */
export function withRoom(b: Belief, celsius: number): Belief {
  const bodies = new Map([...b.bodies].map(([cup, body]) => [cup, { ...body, room: celsius }]));
  const could = new Map(
    [...b.could].map(([cup, { least, most }]) => [
      cup,
      { least: Math.min(least, celsius), most: Math.max(most, celsius) },
    ]),
  );
  return { ...b, bodies, could };
}

/** Heats a filter's own arithmetic has put beyond what can be come back to it; a spread goes no further than that. In place. */
function within(b: Belief, cups: readonly string[]): Belief {
  for (const cup of cups) {
    const i = cupAt(b, cup);
    const { least, most } = b.could.get(cup)!;
    for (const k of [i, i + 1]) {
      b.mean[k] = Math.min(most, Math.max(least, b.mean[k]!));
      const sd = Math.sqrt(Math.max(0, b.spread[k]![k]!));
      const widest = Math.max(1, (most - least) / 2);
      // A row and its column are scaled together: what was a spread stays one.
      if (sd > widest)
        for (let j = 0; j < b.mean.length; j++)
          b.spread[j]![k] = b.spread[k]![j]! *= j === k ? (widest / sd) ** 2 : widest / sd;
    }
  }
  return b;
}

/** The same belief with a cup standing on the bench. @param celsius what is in it, when it was put there */
export function withCup(
  b: Belief,
  cup: string,
  body: CupBody,
  celsius: Known,
  { exchange, weight, stand }: CupKnown = PRIOR,
): Belief {
  const next = copy(b);
  if (next.cups.includes(cup)) return next;
  next.cups = [...next.cups, cup];
  next.bodies.set(cup, body);
  next.could.set(cup, {
    least: Math.min(body.room, celsius.mean),
    most: Math.max(body.room, celsius.mean) + SURELY * Math.max(1, celsius.sd),
  });
  widen(next, next.mean.length, [
    celsius,
    { mean: body.room + 0.9 * (celsius.mean - body.room), sd: Math.max(0.5, celsius.sd) },
    exchange,
    weight,
    stand,
  ]);
  return next;
}

/** g of plastic the model follows at least: less lies in an emptied cup as a film, and goes as its glass does. */
export const FILM = 30;

/** What goes into, or is drawn from, a cup: its heat is that of the mixture, its mass what stands in it then. */
export function withMass(
  b: Belief,
  cup: string,
  grams: number,
  volume: number,
  added: { grams: number; celsius: Known } | null,
): Belief {
  const next = copy(b);
  const body = next.bodies.get(cup)!;
  next.bodies.set(cup, { ...body, plastic: Math.max(FILM, grams), volume: Math.max(1, volume) });
  if (!added || added.grams <= 0) return next;
  widenCould(next, cup, added.celsius);
  const { least, most } = next.could.get(cup)!;
  next.could.set(cup, { least: Math.min(least, added.celsius.mean), most });
  const i = cupAt(next, cup);
  const share = Math.min(1, added.grams / Math.max(added.grams, grams));
  next.mean[i] = (1 - share) * next.mean[i]! + share * added.celsius.mean;
  for (let k = 0; k < next.mean.length; k++) {
    next.spread[i]![k]! *= 1 - share;
    next.spread[k]![i]! *= 1 - share;
  }
  next.spread[i]![i]! += (share * added.celsius.sd) ** 2;
  return next;
}

function bodyOf(
  b: Belief,
  cup: string,
  [exchange, weight, air, stand]: [number, number, number, number],
): CupBody {
  const body = b.bodies.get(cup)!;
  const of = (x: number, range: Range) => Math.exp(held(x, range));
  return {
    ...body,
    exchange: of(exchange, RANGE.exchange),
    glass: body.glass * of(weight, RANGE.weight),
    air: of(air, RANGE.air),
    stand: of(stand, RANGE.stand),
  };
}
/** Constants of a cup as believed now. */
export const cupBelieved = (b: Belief, cup: string): { body: CupBody; heat: CupHeat } => {
  const i = cupAt(b, cup);
  return {
    body: bodyOf(b, cup, [b.mean[i + 2]!, b.mean[i + 3]!, b.mean[AIR]!, b.mean[i + 4]!]),
    heat: { plastic: b.mean[i]!, glass: b.mean[i + 1]! },
  };
};
export const ovenBelieved = (b: Belief, oven: string): { efficiency: number; dead: number } => {
  const i = ovenAt(b, oven);
  return { efficiency: held(b.mean[i]!, RANGE.efficiency), dead: held(b.mean[i + 1]!, RANGE.dead) };
};
const PARTS = ['plastic', 'glass', 'exchange', 'weight', 'stand'] as const;
/** Mean and spread of one believed thing. */
export type Believed =
  | { of: 'air' | 'instrument' }
  | { of: 'efficiency' | 'dead'; oven: string }
  | { of: 'plastic' | 'glass' | 'exchange' | 'weight' | 'stand'; cup: string };
export function knownOf(b: Belief, what: Believed): Known {
  const i =
    what.of === 'air'
      ? AIR
      : what.of === 'instrument'
        ? INSTRUMENT
        : 'oven' in what
          ? ovenAt(b, what.oven) + (what.of === 'dead' ? 1 : 0)
          : cupAt(b, (what as { cup: string }).cup) +
            PARTS.indexOf(what.of as (typeof PARTS)[number]);
  const range: Range | undefined = RANGE[what.of as keyof typeof RANGE];
  return {
    mean: range ? held(b.mean[i]!, range) : b.mean[i]!,
    sd: Math.sqrt(Math.max(0, b.spread[i]![i]!)),
  };
}

/** Heat of a cup as a forecast: its range goes no further than the cup can be. */
export function heatOf(b: Belief, cup: string): Forecast {
  const { mean, sd } = knownOf(b, { of: 'plastic', cup });
  const { least, most } = b.could.get(cup)!;
  const f = forecastOf(mean, sd);
  return {
    ...f,
    low: Math.min(mean, Math.max(least, f.low)),
    high: Math.max(mean, Math.min(most, f.high)),
  };
}

/**
 * The same belief, so many times less sure of all that readings can tell of: what its own forecasts have missed by says how
 * sure it may be. An instrument's offset shows in no miss, so what hangs on it stays.
 */
export function scaled(b: Belief, by: number): Belief {
  const offset = b.spread[INSTRUMENT]!;
  const own = offset[INSTRUMENT]!;
  const shared = (r: number, c: number): number => (own > 0 ? (offset[r]! * offset[c]!) / own : 0);
  return within(
    {
      ...copy(b),
      spread: b.spread.map((row, r) =>
        row.map((x, c) => by * by * (x - shared(r, c)) + shared(r, c)),
      ),
    },
    b.cups,
  );
}

/** Standard deviation of what an instrument would show of a cup, K: its own offset, which no look makes less, left out. */
export function shownSpread(b: Belief, cup: string): number {
  const i = cupAt(b, cup);
  const own = b.spread[INSTRUMENT]![INSTRUMENT]!;
  const shared = own > 0 ? b.spread[i]![INSTRUMENT]! ** 2 / own : 0;
  return Math.sqrt(Math.max(0, b.spread[i]![i]! - shared));
}

/** Standard deviation of an instrument's own offset, K. */
export const offsetSpread = (b: Belief): number =>
  Math.sqrt(Math.max(0, b.spread[INSTRUMENT]![INSTRUMENT]!));

/** Standard deviation of the gap between two cups, K: what they share falls out. */
export function spreadBetween(b: Belief, one: string, other: string): number {
  const [i, j] = [cupAt(b, one), cupAt(b, other)];
  return Math.sqrt(Math.max(0, b.spread[i]![i]! + b.spread[j]![j]! - 2 * b.spread[i]![j]!));
}

/** A burst as it is given: which cups stand in the oven, its watts and power setting. */
export interface Burst {
  oven: string;
  power: number;
  level: number;
  cups: string[];
  seconds: number;
  /** s of it that have gone already: the oven is awake */
  gone?: number;
}

const NUDGE = [0.02, 0.01, 0.05, 0.2, 0.2, 0.02, 0.02, 0.05] as const; // air, efficiency, dead, plastic, glass, exchange, weight, stand

/** One cup so many seconds on, by values of air, efficiency, dead time, plastic, glass, exchange, weight and stand. */
function gone(
  b: Belief,
  cup: string,
  [air, efficiency, dead, plastic, glass, exchange, weight, stand]: number[],
  seconds: number,
  burst?: Burst,
): CupHeat {
  const body = bodyOf(b, cup, [exchange!, weight!, air!, stand!]);
  const heat = { plastic: plastic!, glass: glass! };
  if (!burst) return after(body, heat, seconds, undefined, Math.max(2, Math.min(10, seconds / 8)));
  const oven = {
    power: burst.power,
    level: burst.level,
    cups: burst.cups.length,
    efficiency: held(efficiency!, RANGE.efficiency),
    dead: Math.max(0, held(dead!, RANGE.dead) - (burst.gone ?? 0)),
  };
  return afterBurst(body, heat, oven, seconds, 2);
}

/** °C of a cup after a burst, in the mean: without its range, which costs nine times as much. */
export function meanAfter(b: Belief, cup: string, burst: Burst): number {
  const o = ovenAt(b, burst.oven);
  const i = cupAt(b, cup);
  const { plastic } = gone(
    b,
    cup,
    [b.mean[AIR]!, b.mean[o]!, b.mean[o + 1]!, ...b.mean.slice(i, i + 5)],
    burst.seconds,
    burst,
  );
  const { least, most } = heatedCould(b, cup, burst, burst.seconds);
  return Math.min(most, Math.max(least, plastic));
}

/**
 * Carries the belief on: every cup on the bench cools, those in the oven are heated. Heats and their spread go
 * through the model's slope at the mean; what wanders is added.
 * @param only cups to carry; the others are left where they are (a forecast of one needs no more)
 */
function carry(b: Belief, seconds: number, bursts: readonly Burst[], only?: string[]): Belief {
  const next = copy(b);
  next.at = b.at + seconds * 1000;
  if (seconds <= 0) return next;
  const n = b.mean.length;
  const minutes = seconds / 60;
  const stays = Math.exp(-minutes / AIR_PASSES);
  next.mean[AIR] = b.base + stays * (b.mean[AIR]! - b.base);
  const slopes: { row: number; of: [number, number][] }[] = [{ row: AIR, of: [[AIR, stays]] }];
  const noise: [number, number][] = [[AIR, WANDER.air ** 2 * minutes]];
  for (const cup of only ?? b.cups) {
    const i = cupAt(b, cup);
    const burst = bursts.find((x) => x.cups.includes(cup));
    const o = burst ? ovenAt(b, burst.oven) : -1;
    const at = [AIR, o, o < 0 ? -1 : o + 1, i, i + 1, i + 2, i + 3, i + 4];
    const value = at.map((k) => (k < 0 ? 0 : b.mean[k]!));
    const go = (v: number[]): CupHeat => gone(b, cup, v, seconds, burst);
    const base = { ...go(value) };
    const rows: [number, number][][] = [[], []];
    at.forEach((k, j) => {
      if (k < 0) return;
      const moved = [...value];
      moved[j]! += NUDGE[j]!;
      const to = go(moved);
      rows[0]!.push([k, (to.plastic - base.plastic) / NUDGE[j]!]);
      rows[1]!.push([k, (to.glass - base.glass) / NUDGE[j]!]);
    });
    next.mean[i] = base.plastic;
    next.mean[i + 1] = base.glass;
    slopes.push({ row: i, of: rows[0]! }, { row: i + 1, of: rows[1]! });
    noise.push([i, WANDER.plastic ** 2 * minutes], [i + 1, WANDER.glass ** 2 * minutes]);
    if (burst) {
      next.could.set(cup, heatedCould(b, cup, burst, seconds));
      const gain =
        base.plastic -
        after(
          bodyOf(b, cup, [value[5]!, value[6]!, value[0]!, value[7]!]),
          { plastic: value[3]!, glass: value[4]! },
          seconds,
          undefined,
          5,
        ).plastic;
      noise.push([i, (WANDER.burst * gain) ** 2]);
    }
  }
  for (const burst of bursts)
    if (!burst.gone)
      noise.push([
        ovenAt(b, burst.oven),
        (WANDER.efficiency * ovenBelieved(b, burst.oven).efficiency) ** 2,
      ]);
  // F P Fᵀ, rows first and then columns: F is the identity but for the heats.
  const p = next.spread;
  const rowsOf = slopes.map(({ of }) =>
    Array.from({ length: n }, (_, c) => of.reduce((sum, [k, f]) => sum + f * b.spread[k]![c]!, 0)),
  );
  slopes.forEach(({ row }, s) => (p[row] = rowsOf[s]!));
  const half = p.map((r) => [...r]);
  for (const { row, of } of slopes)
    for (let r = 0; r < n; r++) p[r]![row] = of.reduce((sum, [k, f]) => sum + f * half[r]![k]!, 0);
  for (const [k, q] of noise) p[k]![k]! += q;
  const moved = only ?? b.cups;
  for (const cup of moved) {
    // What nobody looked at is never better known for it, though all cups come to the room in the end.
    const i = cupAt(b, cup);
    p[i]![i] = Math.max(p[i]![i]!, b.spread[i]![i]!);
  }
  return within(next, moved);
}

/** What a cup could be once a burst has given it all that reached its share of the oven at the most. */
function heatedCould(b: Belief, cup: string, burst: Burst, seconds: number): Could {
  const { least, most } = b.could.get(cup)!;
  const body = b.bodies.get(cup)!;
  return {
    least,
    most:
      most +
      (RANGE.efficiency.high * burst.power * burst.level * seconds) /
        burst.cups.length /
        (body.plastic * specificHeat(Math.min(body.room, 20))),
  };
}

/** The bench so many seconds later, nothing done to it. */
export const cooled = (b: Belief, seconds: number, only?: string[]): Belief =>
  carry(b, seconds, [], only);
/** The bench after a burst. */
export const heated = (b: Belief, burst: Burst, only?: string[]): Belief =>
  carry(b, burst.seconds, [burst], only);
/** The bench after so many seconds in which ovens, one burst each, were all at work. */
export const heatedBy = (
  b: Belief,
  seconds: number,
  bursts: readonly Omit<Burst, 'seconds'>[],
  only?: string[],
): Belief =>
  carry(
    b,
    seconds,
    bursts.map((x) => ({ ...x, seconds })),
    only,
  );

export interface Taken {
  belief: Belief;
  /** K the reading lay off what was expected, and the spread of that */
  off: number;
  sd: number;
  /** left out: it cannot be of this cup, or the instrument was not in it */
  out: boolean;
}

/**
 * Takes a reading in.
 * @param sd of the reading itself, K; for a by-eye stage that of its interval
 * @param again it agrees with one that was left out: it is believed after all
 */
export function taken(
  b: Belief,
  cup: string,
  celsius: number,
  sd: number,
  byEye = false,
  again = false,
): Taken {
  const i = cupAt(b, cup);
  const n = b.mean.length;
  // An eye has no instrument's offset.
  const h: [number, number][] = byEye
    ? [[i, 1]]
    : [
        [i, 1],
        [INSTRUMENT, 1],
      ];
  const ph = Array.from({ length: n }, (_, r) =>
    h.reduce((sum, [k, f]) => sum + f * b.spread[r]![k]!, 0),
  );
  const own = h.reduce((sum, [k, f]) => sum + f * ph[k]!, 0);
  const expected = h.reduce((sum, [k, f]) => sum + f * b.mean[k]!, 0);
  const off = celsius - expected;
  const s = own + sd * sd;
  const next = copy(b);
  if (Math.abs(off) > OUTLIER * Math.sqrt(s)) {
    if (!again) return { belief: next, off, sd: Math.sqrt(s), out: true };
    // Something happened that nobody logged: the heat is what is read, the constants stay.
    const offset = byEye ? { mean: 0, sd: 0 } : knownOf(b, { of: 'instrument' });
    return {
      belief: forgotten(b, cup, { mean: celsius - offset.mean, sd: Math.hypot(sd, offset.sd) }),
      off,
      sd: Math.sqrt(s),
      out: false,
    };
  }
  // The instrument's own offset is reckoned with, never learned from cups: nothing on the bench tells it from their heat (Schmidt's filter).
  const gain = ph.map((x, k) => (k === INSTRUMENT ? 0 : x / s));
  next.mean = b.mean.map((m, k) => m + gain[k]! * off);
  // Glass is warmed by what stands in it: a reading does not put it over the plastic where it was not.
  if (b.mean[i + 1]! <= b.mean[i]!)
    next.mean[i + 1] = Math.min(next.mean[i + 1]!, Math.max(next.mean[i]!, b.mean[i + 1]!));
  // Joseph's form keeps the spread a spread: (I − K H) P (I − K H)ᵀ + K r Kᵀ.
  const left = b.spread.map((row, r) =>
    row.map((x, c) => x - gain[r]! * h.reduce((sum, [k, f]) => sum + f * b.spread[k]![c]!, 0)),
  );
  next.spread = left.map((row, r) =>
    row.map(
      (x, c) =>
        x -
        gain[c]! * h.reduce((sum, [k, f]) => sum + f * left[r]![k]!, 0) +
        gain[r]! * gain[c]! * sd * sd,
    ),
  );
  widenCould(next, cup, { mean: celsius, sd });
  return { belief: within(next, b.cups), off, sd: Math.sqrt(s), out: false };
}
