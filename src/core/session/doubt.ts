import type { CupBody, CupHeat } from '../heat/index.ts';
import { FILM, laterOf, specificHeat } from '../heat/index.ts';
import { density } from '../material/index.ts';
import { saysAgain } from './bounds.ts';
import { ovenOf } from './heatNotes.ts';
import type { SessionState } from './state.ts';
import type { CupState, Reading } from './state/cup.ts';
import { glassOf, vesselOf } from '../heat/vessel.ts';

/**
 * A cup as fast and as slow to lose its heat as one can be, and the least and most an oven gives it
 * (judgements).
 */
const COLDEST = { exchange: 7, glass: 450, air: 2.5, stand: 1, gives: 0.2, dead: 8 } as const;
const HOTTEST = { exchange: 0.8, glass: 200, air: 0.4, stand: 0, gives: 0.85, dead: 0 } as const;
/** K by which a reading may lie beyond its bounds: thermometers differ, and a rim is stirred in. */
const SLACK = 6;
/** K glass may stand over its plastic, when something cold has just gone in (judgement). */
const GLASS_OVER = 30;
/** K under the room that plastic from a cold corner may be, and over it. */
export const ROOM_MAY = { under: 15, over: 12 } as const;
const bodyOf = (cup: CupState, room: number, of: typeof COLDEST | typeof HOTTEST): CupBody => ({
  plastic: Math.max(FILM, cup.grams),
  glass: glassOf(cup.vessel, of.glass),
  bore: vesselOf(cup.vessel).bore,
  volume: Math.max(1, cup.grams / density(160)),
  exchange: of.exchange,
  room,
  air: of.air,
  stand: of.stand,
});

type Later = ReturnType<typeof laterOf>;
interface Carrier {
  grams: number;
  vessel: CupState['vessel'];
  bodies: readonly [CupBody, CupBody];
  coldest: Later;
  hottest: Later;
}
const carriers = new WeakMap<CupState, Carrier>();
/**
 * How a cup as it is now goes on in a room, at either end: made anew when what is in it changes. An
 * instrument may say every few seconds that the room is another.
 */
function carrierOf(cup: CupState, room: number): Carrier {
  const { grams, vessel } = cup;
  const held = carriers.get(cup);
  if (held?.grams === grams && held.vessel === vessel) {
    for (const body of held.bodies) body.room = room;
    return held;
  }
  const [coldest, hottest] = [bodyOf(cup, room, COLDEST), bodyOf(cup, room, HOTTEST)];
  const made: Carrier = {
    grams,
    vessel,
    bodies: [coldest, hottest],
    coldest: laterOf(coldest),
    hottest: laterOf(hottest),
  };
  carriers.set(cup, made);
  return made;
}

/**
 * Longest step of bounds, s, or a third of the time where that is longer: a step is exact for what
 * its films are in its middle. Over 1,271 bounds of an evening at most 0.85 K off steps of 5 s,
 * 0.2 in the mean, and a reading may lie 6 beyond them.
 */
const STEP = 120;

/** How a cup goes on for a while at one power, which may be none. */
function laterAt(later: Later, heat: CupHeat, seconds: number, watts = 0): CupHeat {
  const step = Math.max(STEP, seconds / 3);
  return later(heat, seconds, watts ? { watts: () => watts, step } : { step });
}

/** A burst as one bound takes it: from when to when the oven gives, ms, and how much, W. */
function givingOf(
  state: SessionState,
  oven: NonNullable<CupState['inOven']>,
  of: typeof COLDEST | typeof HOTTEST,
) {
  const { watts } = ovenOf(state.snapshot.heat, oven.oven).oven;
  return {
    on: oven.from + of.dead * 1000,
    off: oven.until,
    watts: (of.gives * watts * state.oven.level) / (of === COLDEST ? 2 : 1),
  };
}

/** One bound of a cup in an oven, carried piece by piece between the moments the power comes and goes. */
function throughBurst(
  later: Later,
  bound: CupHeat,
  {
    burst: { on, off, watts },
    from,
    to,
  }: { burst: ReturnType<typeof givingOf>; from: number; to: number },
): CupHeat {
  let heat = bound;
  let since = from;
  for (const until of [on, off, to]) {
    if (until <= since || until > to) continue;
    const gives = since >= on && since < off;
    heat = laterAt(later, heat, (until - since) / 1000, gives ? watts : 0);
    since = until;
  }
  return heat;
}

/** Carries a cup's bounds on to a moment, through the burst it stands in. */
export function carryBounds(state: SessionState, cup: CupState, at: number, room: number): void {
  const { bounds, inOven } = cup;
  if (!bounds || at <= bounds.at) return;
  const { coldest, hottest } = carrierOf(cup, room);
  const carried = (later: Later, heat: CupHeat, of: typeof COLDEST | typeof HOTTEST) =>
    inOven
      ? throughBurst(later, heat, { burst: givingOf(state, inOven, of), from: bounds.at, to: at })
      : laterAt(later, heat, (at - bounds.at) / 1000);
  cup.bounds = {
    at,
    low: carried(coldest, bounds.low, COLDEST),
    high: carried(hottest, bounds.high, HOTTEST),
  };
}

/** Something went in: what it may have been, °C. */
export function mixBounds(
  cup: CupState,
  at: number,
  { added, low, high }: { added: number; low: number; high: number },
): void {
  const share = Math.min(1, added / Math.max(added, cup.grams));
  if (!cup.bounds)
    cup.bounds = { at, low: { plastic: low, glass: low }, high: { plastic: high, glass: high } };
  else
    cup.bounds = {
      at: cup.bounds.at,
      low: { ...cup.bounds.low, plastic: (1 - share) * cup.bounds.low.plastic + share * low },
      high: { ...cup.bounds.high, plastic: (1 - share) * cup.bounds.high.plastic + share * high },
    };
}

/** K a look before the stir may have stood over the cup, and s it is still spoken of (judgements). */
const RIM = { over: 20, within: 60 } as const;
/** Stirred after a look: what was read may have been the rim. */
export function stirredBounds(cup: CupState, at: number): void {
  if (!cup.bounds || !cup.reading || at - cup.reading.at > RIM.within * 1000) return;
  const { low } = cup.bounds;
  cup.bounds = { ...cup.bounds, low: { ...low, plastic: low.plastic - RIM.over } };
}

/** A burst noted when it was over: the coldest and the hottest it can have left the cup. */
export function burstBounds(state: SessionState, cup: CupState, seconds: number): void {
  if (!cup.bounds) return;
  const watts = ovenOf(state.snapshot.heat, state.oven.id).oven.watts * state.oven.level;
  const gain = (HOTTEST.gives * watts * seconds) / (Math.max(FILM, cup.grams) * specificHeat(20));
  cup.bounds = {
    ...cup.bounds,
    high: { ...cup.bounds.high, plastic: cup.bounds.high.plastic + gain },
  };
}

/**
 * What is to be made of a reading: which way it cannot be, or null where it can, or where a second
 * says it again.
 */
export function doubtOf(
  cup: CupState,
  reading: Reading,
  device: boolean,
  room: number,
): 'above' | 'below' | null {
  const { bounds, doubt } = cup;
  if (!bounds || saysAgain(doubt, reading, device, room)) return null;
  if (reading.low > bounds.high.plastic + SLACK) return 'above';
  // A hand that reads cold twice means it, though the cup was heated between: the oven may never
  // have run.
  if (reading.high < bounds.low.plastic - SLACK)
    return doubt?.way === 'below' && !device ? null : 'below';
  return null;
}

/** A reading that holds: the cup is what it says, give or take. */
export function settle(cup: CupState, reading: Reading): void {
  const bounds = cup.bounds;
  const [low, high] = [reading.low - 2, reading.high + 2];
  cup.bounds = {
    at: reading.at,
    low: { plastic: low, glass: Math.min(low, bounds?.low.glass ?? low) },
    high: { plastic: high, glass: Math.min(high + GLASS_OVER, bounds?.high.glass ?? high) },
  };
  cup.doubt = null;
}
