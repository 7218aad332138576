import type { Belief, Check, CupBody, Instrument, Known, Learned, Oven } from '../heat/index.ts';
import {
  cupBelieved,
  cupPrior,
  damageRate,
  EXCHANGE,
  FILM,
  forgotten,
  heatedBy,
  knownOf,
  LIFE,
  newBelief,
  NOTHING_LEARNED,
  ovenKey,
  ovenPrior,
  unevenness,
  sharedPrior,
  taken,
  USUAL_OVEN,
  withCup,
  withMass,
  withOven,
  withRoom,
  Z80,
} from '../heat/index.ts';
import { density } from '../material/index.ts';
import type { Verdict } from './bounds.ts';
import { AGREES, saysAgain } from './bounds.ts';
import type { Vessel } from '../build/index.ts';

/** Ovens of the shop and what it had learned, as they were when the session was opened. */
export interface HeatSetup {
  ovens: { id: number; oven: Oven }[];
  learned: Learned;
  /** m above the sea, for the vacuum pot */
  altitude?: number;
  /** what heats are read with, and what it showed when it was checked */
  reads?: Instrument;
  check?: Check | null;
}
export const USUAL_SETUP: HeatSetup = {
  ovens: [{ id: 0, oven: USUAL_OVEN }],
  learned: NOTHING_LEARNED,
};

interface Note {
  /** of the event it comes from: two lists that begin with the same ids begin with the same notes */
  id: string;
  at: number;
}
/** What the log says of heat, in the order it was recorded. */
export type HeatNote = Note &
  (
    | {
        kind: 'mass';
        cup: string;
        vessel: Vessel | null;
        grams: number;
        added: {
          grams: number;
          celsius: Known;
          /** draws it comes back from, `remelt`, or nothing: it is fresh */ from?:
            string[] | 'remelt';
        } | null;
      }
    | { kind: 'drawn'; draw: string; cups: string[] }
    | {
        kind: 'burst';
        cups: string[];
        oven: number;
        level: number;
        seconds: number;
        ended: boolean;
      }
    | { kind: 'out'; cup: string }
    | {
        kind: 'reading';
        cup: string;
        celsius: number;
        sd: number;
        eye: boolean;
        device: boolean;
        verdict?: Verdict;
      }
    | { kind: 'cold'; room: number }
    | { kind: 'room'; celsius: number }
  );

/** How far a reading may be off, K: typed from a display, sent by a device. By eye it is its stage's interval. */
export const READING_SD = { typed: 0.7, device: 0.5 } as const;

/** A glass cup of half a litre weighs about so much, g; others by their surface. */
const GLASS = 320;
const glassOf = (vessel: Vessel | null): number =>
  GLASS * ((vessel?.volume ?? 500) / 500) ** (2 / 3);

/** What has been made of the notes so far. */
export interface Followed {
  belief: Belief;
  /** bursts under way, one an oven, with when each began */
  bursts: {
    door: number;
    oven: string;
    power: number;
    level: number;
    cups: string[];
    begun: number;
    seconds: number;
  }[];
  /** share of its heat each cup has spent */
  spent: Record<string, number>;
  /** share of its heat that what each draw took from each cup had spent */
  drawn: Record<string, Record<string, number>>;
  /** reading that was left out last, by cup: one that agrees with it is believed */
  doubted: Record<string, { celsius: number; at: number; device: boolean }>;
  /** ids of readings left out */
  left: string[];
  /** when each cup was last read */
  read: Record<string, number>;
  /** the hottest the mean of each charge is reckoned to have been, °C: a small cup is cold again before it is read */
  peak: Record<string, number>;
  room: number;
  /** last thing that told of each cup: a reading of it, or a burst since */
  last: Record<string, 'reading' | 'burst' | 'charge'>;
  /** readings taken in */
  readings: number;
  /** of readings of hot cups that a forecast stood before: how many, how many lay in its 80 % range, Σ (off ÷ spread)² */
  missed: { told: number; inside: number; squares: number };
}

/** Readings' worth that what was learned of the forecasts' sureness counts for, and how far it may go (judgements). */
const SURENESS = { worth: 12, least: 0.6, most: 2.5, furthest: 4 } as const;
/** °C above which a cup's readings tell how good forecasts are: below it hardly anything is asked of them. */
const TELLS_ABOVE = 100;
/** s between readings of one cup that a second is forecast at all. */
const FORECAST_AFTER = 15;

/**
 * How many times as wide as it reckons itself what is foreseen turns out: from what its readings were off by, in spreads
 * (a scaled inverse χ² prior; Gelman et al., *Bayesian Data Analysis*, §2.6), tonight's with those of evenings before.
 */
export function wideBy({ missed }: Pick<Followed, 'missed'>, learned: Learned): number {
  const before = learned.calibration?.mean ?? 1;
  const now = Math.sqrt(
    (SURENESS.worth * before ** 2 + missed.squares) / (SURENESS.worth + missed.told),
  );
  return Math.min(SURENESS.most, Math.max(SURENESS.least, now));
}

const ROOM = 20;
const start = (at: number, setup: HeatSetup): Followed => ({
  belief: newBelief(at, sharedPrior(setup.learned, setup.reads, setup.check)),
  bursts: [],
  spent: {},
  drawn: {},
  doubted: {},
  left: [],
  read: {},
  peak: {},
  room: ROOM,
  last: {},
  readings: 0,
  missed: { told: 0, inside: 0, squares: 0 },
});

/** Carries it on to a moment, through what is left of any bursts. Time that runs backwards is not followed. */
function advance(f: Followed, to: number): Followed {
  let { belief, bursts } = f;
  const spent = { ...f.spent };
  const peak = { ...f.peak };
  const go = (until: number) => {
    const seconds = (until - belief.at) / 1000;
    if (seconds <= 0) return;
    const before = belief.cups.map((cup) => knownOf(belief, { of: 'plastic', cup }).mean);
    belief = heatedBy(
      belief,
      seconds,
      bursts.map((x) => ({ ...x, gone: (belief.at - x.begun) / 1000 })),
    );
    belief.cups.forEach((cup, i) => {
      const mean = knownOf(belief, { of: 'plastic', cup }).mean;
      peak[cup] = Math.max(peak[cup] ?? -Infinity, mean);
      const burst = bursts.find((x) => x.cups.includes(cup));
      // What is spent is spent by the hottest of it.
      const over = burst
        ? unevenness(
            (mean - before[i]!) / seconds,
            (belief.at - burst.begun) / 1000,
            cupBelieved(belief, cup).body.plastic,
          )
        : 0;
      const [a, b] = [before[i]! + over, mean + over];
      spent[cup] =
        (spent[cup] ?? 0) +
        (((damageRate(a) + 4 * damageRate((a + b) / 2) + damageRate(b)) / 6) * seconds) /
          LIFE.stabilised;
    });
  };
  const ends = (x: (typeof bursts)[number]) => x.begun + x.seconds * 1000;
  while (bursts.length > 0) {
    const end = Math.min(...bursts.map(ends));
    go(Math.min(to, end));
    if (to < end) break;
    bursts = bursts.filter((x) => ends(x) > end);
  }
  // Long rests go in pieces: the slope of a cooling is good for a few minutes.
  while (to - belief.at > 180_000) go(belief.at + 180_000);
  go(to);
  return { ...f, belief, bursts, spent, peak };
}

const without = <T>(all: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(all).filter(([k]) => k !== key));

/** A cup seen to is out of its oven, and so is whoever stood there with it. */
const takenOut = (f: Followed, cup: string): Followed =>
  f.bursts.some((x) => x.cups.includes(cup))
    ? { ...f, bursts: f.bursts.filter((x) => !x.cups.includes(cup)) }
    : f;

/** Share of its heat that remelt of unknown history has spent (judgement): it was through fusion once, and stood hot. */
const REMELT_SPENT = 0.25;

/** Share of its heat that what goes into a cup has spent already (M11): what comes back brings what it had when it was drawn. */
function broughtBy(f: Followed, note: Extract<HeatNote, { kind: 'mass' }>): number {
  const from = note.added?.from;
  if (from === undefined) return 0;
  if (from === 'remelt') return REMELT_SPENT;
  const draws = from.flatMap((d) => (f.drawn[d] ? [f.drawn[d]] : []));
  const own = draws.flatMap((d) => (note.cup in d ? [d[note.cup]!] : Object.values(d)));
  return own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : (f.spent[note.cup] ?? 0);
}

/** s over which one instrument in one cup says nearly the same thing again: its lag, and the cup's own unevenness (judgement). */
const SAME_LOOK = 4;
/** K a reading may be off that came against all that was expected (judgement). */
const UNEXPECTED = 3;

/**
 * A reading's weight. Looks that follow each other quicker than the instrument are one look, not many: errors that
 * fade as exp(−Δt/τ) leave (1 − ρ)/(1 + ρ) of a reading's worth to the next (an AR(1) process; Cox & Miller, *The Theory of
 * Stochastic Processes*, §7). One hotter than expected is believed at once, whatever it does to the constants' good
 * name; one colder waits for a second.
 */
function weigh(
  f: Followed,
  note: Extract<HeatNote, { kind: 'reading' }>,
): { belief: Belief; left: boolean; spreads?: number } {
  const gone = (note.at - (f.read[note.cup] ?? -Infinity)) / 1000;
  const same = Math.exp(-Math.max(0.2, gone) / SAME_LOOK);
  const sd = note.sd * Math.sqrt((1 + same) / (1 - same));
  const hot = (b: Belief): Belief =>
    forgotten(b, note.cup, { mean: note.celsius, sd: Math.max(UNEXPECTED, note.sd) });
  if (note.verdict === 'above') return { belief: hot(f.belief), left: false };
  if (note.verdict === 'below') return { belief: f.belief, left: true };
  const twice = f.doubted[note.cup] !== undefined && !note.device;
  const again =
    twice || note.verdict === 'agreed' || saysAgain(f.doubted[note.cup], note, note.device, f.room);
  const {
    belief,
    out,
    off,
    sd: expected,
  } = taken(f.belief, note.cup, note.celsius, sd, note.eye, again);
  // What was doubted, or follows a look at once, says nothing of forecasts.
  const told =
    !note.eye &&
    !out &&
    gone >= FORECAST_AFTER &&
    note.celsius > TELLS_ABOVE &&
    knownOf(f.belief, { of: 'plastic', cup: note.cup }).mean > TELLS_ABOVE;
  return out && off > 0
    ? { belief: hot(f.belief), left: false }
    : { belief, left: out, ...(told ? { spreads: off / expected } : {}) };
}

/** One more reading that a forecast stood before. @param spreads it was off by, as it reckoned them itself */
function missing(f: Followed, spreads: number, learned: Learned): Followed['missed'] {
  const { told, inside, squares } = f.missed;
  const fell = Math.abs(spreads) <= Z80 * wideBy(f, learned) ? 1 : 0;
  return {
    told: told + 1,
    inside: inside + fell,
    squares: squares + Math.min(SURENESS.furthest ** 2, spreads ** 2),
  };
}

function take(before: Followed, note: HeatNote, setup: HeatSetup): Followed {
  const ends = note.kind === 'burst' && note.ended;
  const f = advance(before, ends ? note.at - note.seconds * 1000 : note.at);
  switch (note.kind) {
    case 'mass': {
      const volume = note.grams / density(160);
      if (!f.belief.cups.includes(note.cup)) {
        const body: CupBody = {
          plastic: Math.max(FILM, note.grams),
          glass: glassOf(note.vessel),
          bore: note.vessel?.bore ?? 85,
          volume: Math.max(1, volume),
          exchange: EXCHANGE.usual,
          room: f.room,
        };
        return {
          ...f,
          belief: withCup(
            f.belief,
            note.cup,
            body,
            note.added?.celsius ?? { mean: f.room, sd: 2 },
            cupPrior(setup.learned, note.vessel?.name ?? ''),
          ),
          spent: { ...f.spent, [note.cup]: broughtBy(f, note) },
          last: { ...f.last, [note.cup]: 'charge' },
        };
      }
      const share = note.added ? Math.min(1, note.added.grams / Math.max(1, note.grams)) : 0;
      return {
        ...f,
        belief: withMass(f.belief, note.cup, note.grams, volume, note.added),
        spent: {
          ...f.spent,
          [note.cup]: (1 - share) * (f.spent[note.cup] ?? 0) + share * broughtBy(f, note),
        },
        last: share > 0.5 ? { ...f.last, [note.cup]: 'charge' } : f.last,
        peak: note.added ? without(f.peak, note.cup) : f.peak,
      };
    }
    case 'burst': {
      const known =
        setup.ovens.find((o) => o.id === note.oven) ?? setup.ovens[0] ?? USUAL_SETUP.ovens[0]!;
      const cups = note.cups.filter((c) => f.belief.cups.includes(c));
      if (cups.length === 0) return f;
      const oven = ovenKey(known.id, note.level, cups.length);
      const belief = withOven(
        f.belief,
        oven,
        ovenPrior(setup.learned, known.id, known.oven, note.level, cups.length),
      );
      const last = { ...f.last, ...Object.fromEntries(cups.map((c) => [c, 'burst' as const])) };
      const begun = {
        ...f,
        belief,
        last,
        bursts: [
          ...f.bursts.filter((x) => x.door !== known.id && !x.cups.some((c) => cups.includes(c))),
          {
            door: known.id,
            oven,
            power: known.oven.watts,
            level: note.level,
            cups,
            begun: belief.at,
            seconds: note.seconds,
          },
        ],
      };
      return ends ? advance(begun, belief.at + note.seconds * 1000) : begun;
    }
    case 'drawn':
      return {
        ...f,
        drawn: {
          ...f.drawn,
          [note.draw]: Object.fromEntries(note.cups.map((cup) => [cup, f.spent[cup] ?? 0])),
        },
      };
    case 'out':
      return takenOut(f, note.cup);
    case 'reading': {
      if (!f.belief.cups.includes(note.cup)) return f;
      const out = takenOut(f, note.cup);
      const { belief, left, spreads } = weigh(out, note);
      const missed = spreads === undefined ? f.missed : missing(f, spreads, setup.learned);
      const others = without(f.doubted, note.cup);
      // What a reading takes off the heat now it takes off the heat there was.
      const [was, is] = [out.belief, belief].map(
        (b) => knownOf(b, { of: 'plastic', cup: note.cup }).mean,
      ) as [number, number];
      const peak = {
        ...f.peak,
        [note.cup]: Math.max(is, (f.peak[note.cup] ?? was) + Math.min(0, is - was)),
      };
      const read = { ...f.read, [note.cup]: note.at };
      const sameDoubt =
        Math.abs((f.doubted[note.cup]?.celsius ?? Infinity) - note.celsius) < AGREES;
      return {
        ...out,
        belief,
        read,
        peak,
        missed,
        doubted: left
          ? {
              ...others,
              [note.cup]: sameDoubt
                ? f.doubted[note.cup]!
                : { celsius: note.celsius, at: note.at, device: note.device },
            }
          : others,
        left: left ? [...f.left, note.id] : f.left,
        last: left ? f.last : { ...f.last, [note.cup]: 'reading' },
        readings: f.readings + (left ? 0 : 1),
      };
    }
    case 'cold':
      return {
        ...f,
        bursts: [],
        belief: f.belief.cups.reduce(
          (b, cup) => forgotten(b, cup, { mean: note.room, sd: 3 }, { mean: 0, sd: 2 }),
          withRoom(f.belief, note.room),
        ),
        room: note.room,
      };
    case 'room':
      return { ...f, room: note.celsius, belief: withRoom(f.belief, note.celsius) };
  }
}

/** Keeps what was made of a list of notes, so that the next list goes on from where they part. */
export function follower(setup: HeatSetup): (notes: readonly HeatNote[], now: number) => Followed {
  let ids: string[] = [];
  let made: Followed[] = [];
  return (notes, now) => {
    let same = 0;
    while (same < notes.length && same < ids.length && notes[same]!.id === ids[same]) same++;
    ids = ids.slice(0, same);
    made = made.slice(0, same);
    let f = made[same - 1] ?? start(notes[0]?.at ?? now, setup);
    for (const note of notes.slice(same)) {
      f = take(f, note, setup);
      ids.push(note.id);
      made.push(f);
    }
    return advance(f, now);
  };
}
