import type { Belief, CupBody, Learned, Missed } from '../heat/index.ts';
import {
  withMiss,
  spreadScaleOf,
  NOTHING_MISSED,
  cupBelieved,
  cupPrior,
  damageRate,
  EXCHANGE,
  FILM,
  reset,
  heatedBy,
  estimateOf,
  LIFE,
  newBelief,
  ovenKey,
  ovenPrior,
  unevenness,
  sharedPrior,
  updated,
  withCup,
  withMass,
  withOven,
  withRoom,
  Z80,
} from '../heat/index.ts';
import { density } from '../material/index.ts';
import { AGREES, saysAgain } from './bounds.ts';
import type { Vessel } from '../build/index.ts';
import type { HeatNote, HeatSetup } from './heatNotes.ts';
import { USUAL_SETUP } from './heatNotes.ts';

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
  /**
   * the hottest the mean of each charge is reckoned to have been, °C: a small cup is cold again
   * before it is read
   */
  peak: Record<string, number>;
  room: number;
  /** last thing that told of each cup: a reading of it, or a burst since */
  last: Record<string, 'reading' | 'burst' | 'charge'>;
  /** readings taken in */
  readings: number;
  /**
   * of readings of hot cups that a forecast stood before: how many, how many lay in its 80 % range,
   * Σ (off ÷ spread)²
   */
  missed: Missed & { inside: number };
}

/**
 * °C above which a cup's readings tell how good forecasts are: below it hardly anything is asked of
 * them.
 */
const TELLS_ABOVE = 100;
/** s between readings of one cup that a second is forecast at all. */
const FORECAST_AFTER = 15;

/**
 * How many times as wide as it reckons itself what is foreseen of cups turns out, tonight and in
 * evenings before.
 */
export const spreadScale = ({ missed }: Pick<Followed, 'missed'>, learned: Learned): number =>
  spreadScaleOf(learned.calibration?.mean ?? 1, missed);

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
  missed: { ...NOTHING_MISSED, inside: 0 },
});

/**
 * Carries it on to a moment, through what is left of any bursts. Time that runs backwards is not
 * followed.
 */
function advance(followed: Followed, to: number): Followed {
  let { belief, bursts } = followed;
  const spent = { ...followed.spent };
  const peak = { ...followed.peak };
  const go = (until: number) => {
    const seconds = (until - belief.at) / 1000;
    if (seconds <= 0) return;
    const before = belief.cups.map((cup) => estimateOf(belief, { of: 'plastic', cup }).mean);
    belief = heatedBy(
      belief,
      seconds,
      bursts.map((burst) => ({ ...burst, gone: (belief.at - burst.begun) / 1000 })),
    );
    belief.cups.forEach((cup, i) => {
      const mean = estimateOf(belief, { of: 'plastic', cup }).mean;
      peak[cup] = Math.max(peak[cup] ?? -Infinity, mean);
      const burst = bursts.find((burst) => burst.cups.includes(cup));
      // What is spent is spent by the hottest of it.
      const over = burst
        ? unevenness(
            (mean - before[i]!) / seconds,
            (belief.at - burst.begun) / 1000,
            cupBelieved(belief, cup).body.plastic,
          )
        : 0;
      const [from, reached] = [before[i]! + over, mean + over];
      spent[cup] =
        (spent[cup] ?? 0) +
        (((damageRate(from) + 4 * damageRate((from + reached) / 2) + damageRate(reached)) / 6) *
          seconds) /
          LIFE.stabilised;
    });
  };
  const ends = (other: (typeof bursts)[number]) => other.begun + other.seconds * 1000;
  while (bursts.length > 0) {
    const end = Math.min(...bursts.map(ends));
    go(Math.min(to, end));
    if (to < end) break;
    bursts = bursts.filter((burst) => ends(burst) > end);
  }
  for (const rest = belief.at; to - belief.at > pieceOf(belief.at - rest);)
    go(belief.at + pieceOf(belief.at - rest));
  go(to);
  return { ...followed, belief, bursts, spent, peak };
}

/**
 * Long rests go in pieces: the slope of a cooling is good for a few minutes, and a doubt that rises
 * and comes back within one piece would be left out. Short at first, when plastic and glass come
 * together, then as long as half of what has gone.
 * @param gone ms of the rest so far
 */
const pieceOf = (gone: number): number => Math.min(180_000, Math.max(45_000, gone / 2));

const without = <T>(all: Record<string, T>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(all).filter(([name]) => name !== key));

/** A cup seen to is out of its oven, and so is whoever stood there with it. */
const takenOut = (followed: Followed, cup: string): Followed =>
  followed.bursts.some((burst) => burst.cups.includes(cup))
    ? { ...followed, bursts: followed.bursts.filter((burst) => !burst.cups.includes(cup)) }
    : followed;

/**
 * Share of its heat that remelt of unknown history has spent (judgement): it was through fusion
 * once, and stood hot.
 */
const REMELT_SPENT = 0.25;

/**
 * Share of its heat that what goes into a cup has spent already (M11): what comes back brings what
 * it had when it was drawn.
 */
function broughtBy(followed: Followed, note: Extract<HeatNote, { kind: 'mass' }>): number {
  const from = note.added?.from;
  if (from === undefined) return 0;
  if (from === 'remelt') return REMELT_SPENT;
  const draws = from.flatMap((day) => (followed.drawn[day] ? [followed.drawn[day]] : []));
  const own = draws.flatMap((draw) => (note.cup in draw ? [draw[note.cup]!] : Object.values(draw)));
  return own.length > 0
    ? own.reduce((sum, value) => sum + value, 0) / own.length
    : (followed.spent[note.cup] ?? 0);
}

/**
 * s over which one instrument in one cup says nearly the same thing again: its lag, and the cup's
 * own unevenness (judgement).
 */
const SAME_LOOK = 4;
/** K a reading may be off that came against all that was expected (judgement). */
const UNEXPECTED = 3;

/**
 * A reading's weight. Looks that follow each other quicker than the instrument are one look, not
 * many: errors that fade as exp(−Δt/τ) leave (1 − ρ)/(1 + ρ) of a reading's worth to the next (an
 * AR(1) process; Cox & Miller, *The Theory of Stochastic Processes*, §7). One hotter than expected
 * is believed at once, whatever it does to the constants' good name; one colder waits for a second.
 */
function weigh(
  followed: Followed,
  note: Extract<HeatNote, { kind: 'reading' }>,
): { belief: Belief; left: boolean; spreads?: number } {
  const gone = (note.at - (followed.read[note.cup] ?? -Infinity)) / 1000;
  const same = Math.exp(-Math.max(0.2, gone) / SAME_LOOK);
  const sd = note.sd * Math.sqrt((1 + same) / (1 - same));
  const hot = (belief: Belief): Belief =>
    reset(belief, note.cup, { mean: note.celsius, sd: Math.max(UNEXPECTED, note.sd) });
  if (note.verdict === 'above') return { belief: hot(followed.belief), left: false };
  if (note.verdict === 'below') return { belief: followed.belief, left: true };
  const twice = followed.doubted[note.cup] !== undefined && !note.device;
  const again =
    twice ||
    note.verdict === 'agreed' ||
    saysAgain(followed.doubted[note.cup], note, note.device, followed.room);
  const {
    belief,
    out,
    off,
    sd: expected,
  } = updated(followed.belief, note.cup, note.celsius, sd, note.eye, again);
  // What was doubted, or follows a look at once, says nothing of forecasts.
  const told =
    !note.eye &&
    !out &&
    gone >= FORECAST_AFTER &&
    note.celsius > TELLS_ABOVE &&
    estimateOf(followed.belief, { of: 'plastic', cup: note.cup }).mean > TELLS_ABOVE;
  return out && off > 0
    ? { belief: hot(followed.belief), left: false }
    : { belief, left: out, ...(told ? { spreads: off / expected } : {}) };
}

/**
 * One more reading that a forecast stood before.
 * @param spreads it was off by, as it reckoned them itself
 */
function missing(followed: Followed, spreads: number, learned: Learned): Followed['missed'] {
  const fell = Math.abs(spreads) <= Z80 * spreadScale(followed, learned) ? 1 : 0;
  return { ...withMiss(followed.missed, spreads), inside: followed.missed.inside + fell };
}

function take(before: Followed, note: HeatNote, setup: HeatSetup): Followed {
  const ends = note.kind === 'burst' && note.ended;
  const followed = advance(before, ends ? note.at - note.seconds * 1000 : note.at);
  switch (note.kind) {
    case 'mass': {
      const volume = note.grams / density(160);
      if (!followed.belief.cups.includes(note.cup)) {
        const body: CupBody = {
          plastic: Math.max(FILM, note.grams),
          glass: glassOf(note.vessel),
          bore: note.vessel?.bore ?? 85,
          volume: Math.max(1, volume),
          exchange: EXCHANGE.usual,
          room: followed.room,
        };
        return {
          ...followed,
          belief: withCup(
            followed.belief,
            note.cup,
            body,
            note.added?.celsius ?? { mean: followed.room, sd: 2 },
            cupPrior(setup.learned, note.vessel?.name ?? ''),
          ),
          spent: { ...followed.spent, [note.cup]: broughtBy(followed, note) },
          last: { ...followed.last, [note.cup]: 'charge' },
        };
      }
      const share = note.added ? Math.min(1, note.added.grams / Math.max(1, note.grams)) : 0;
      return {
        ...followed,
        belief: withMass(followed.belief, note.cup, note.grams, volume, note.added),
        spent: {
          ...followed.spent,
          [note.cup]:
            (1 - share) * (followed.spent[note.cup] ?? 0) + share * broughtBy(followed, note),
        },
        last: share > 0.5 ? { ...followed.last, [note.cup]: 'charge' } : followed.last,
        peak: note.added ? without(followed.peak, note.cup) : followed.peak,
      };
    }
    case 'burst': {
      const known =
        setup.ovens.find((oven) => oven.id === note.oven) ??
        setup.ovens[0] ??
        USUAL_SETUP.ovens[0]!;
      const cups = note.cups.filter((cup) => followed.belief.cups.includes(cup));
      if (cups.length === 0) return followed;
      const oven = ovenKey(known.id, note.level, cups.length);
      const belief = withOven(
        followed.belief,
        oven,
        ovenPrior(setup.learned, known.id, known.oven, note.level, cups.length),
      );
      const last = {
        ...followed.last,
        ...Object.fromEntries(cups.map((cup) => [cup, 'burst' as const])),
      };
      const begun = {
        ...followed,
        belief,
        last,
        bursts: [
          ...followed.bursts.filter(
            (burst) => burst.door !== known.id && !burst.cups.some((cup) => cups.includes(cup)),
          ),
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
        ...followed,
        drawn: {
          ...followed.drawn,
          [note.draw]: Object.fromEntries(note.cups.map((cup) => [cup, followed.spent[cup] ?? 0])),
        },
      };
    case 'out':
      return takenOut(followed, note.cup);
    case 'reading': {
      if (!followed.belief.cups.includes(note.cup)) return followed;
      const out = takenOut(followed, note.cup);
      const { belief, left, spreads } = weigh(out, note);
      const missed =
        spreads === undefined ? followed.missed : missing(followed, spreads, setup.learned);
      const others = without(followed.doubted, note.cup);
      // What a reading takes off the heat now it takes off the heat there was.
      const [was, is] = [out.belief, belief].map(
        (belief) => estimateOf(belief, { of: 'plastic', cup: note.cup }).mean,
      ) as [number, number];
      const peak = {
        ...followed.peak,
        [note.cup]: Math.max(is, (followed.peak[note.cup] ?? was) + Math.min(0, is - was)),
      };
      const read = { ...followed.read, [note.cup]: note.at };
      const sameDoubt =
        Math.abs((followed.doubted[note.cup]?.celsius ?? Infinity) - note.celsius) < AGREES;
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
                ? followed.doubted[note.cup]!
                : { celsius: note.celsius, at: note.at, device: note.device },
            }
          : others,
        left: left ? [...followed.left, note.id] : followed.left,
        last: left ? followed.last : { ...followed.last, [note.cup]: 'reading' },
        readings: followed.readings + (left ? 0 : 1),
      };
    }
    case 'cold':
      return {
        ...followed,
        bursts: [],
        belief: followed.belief.cups.reduce(
          (made, cup) => reset(made, cup, { mean: note.room, sd: 3 }, { mean: 0, sd: 2 }),
          withRoom(followed.belief, note.room),
        ),
        room: note.room,
      };
    case 'room':
      return { ...followed, room: note.celsius, belief: withRoom(followed.belief, note.celsius) };
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
    let followed = made[same - 1] ?? start(notes[0]?.at ?? now, setup);
    for (const note of notes.slice(same)) {
      followed = take(followed, note, setup);
      ids.push(note.id);
      made.push(followed);
    }
    return advance(followed, now);
  };
}
