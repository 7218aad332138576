import type { Section } from './section.ts';
import { freezeTime } from './freeze.ts';
import type { MetalBody, Stand } from './metal.ts';
import { metalAfter, shotJoules } from './metal.ts';
import { outsideOf, whenToOpen } from './open.ts';
import type { MOULD_MATERIAL } from './constants.ts';
import { FIRM } from './constants.ts';

/** A mould as its heat goes through an evening. */
export interface MouldHeat {
  metal: keyof typeof MOULD_MATERIAL;
  grams: number;
  body: MetalBody;
  section: Pick<Section, 'shape' | 'across'>;
  /**
   * a core rod stands in its cavities: the share of the half-thickness it takes, and its length, mm
   */
  rod?: number;
  rodLength?: number;
  /**
   * a core goes into set shells in its cavities: the share of the half-thickness that comes in hot
   */
  core?: number;
  /** a tail is cast with that core: its thickness in the mean, mm */
  tail?: number;
  /** m² of all its baits' skins, and g that set in it each shot */
  skin: number;
  shot: number;
}
export interface Opens {
  /** s to open, or null = never: rest the mould */
  open: number | null;
  /** °C in the middle when opened */
  centre: number;
}

/** Heats of metal the table of opening times is laid at, °C, and how long is looked for, s. */
const MARKS = [5, 26, 42, 52, 60, 66, 71] as const;
const LONGEST = 7200;
/** Asked for again and again in one evening, so kept; the oldest goes first. */
const tables = new Map<string, Map<number, Opens>>();

/** When one body of the cast may be opened, from its section and what is in it. */
function openBody(
  mould: MouldHeat,
  section: Omit<Parameters<typeof whenToOpen>[0], 'outside'>,
  { celsius, room }: { celsius: number; room: number },
): Opens {
  const outside = outsideOf(mould.metal, {
    celsius,
    mass: mould.grams,
    baitArea: mould.skin,
    room,
  });
  const { open, centre } = whenToOpen({ ...section, outside }, LONGEST, 28, 1);
  return { open, centre };
}
const later = (one: Opens, other: Opens): Opens =>
  (one.open ?? Infinity) >= (other.open ?? Infinity) ? one : other;

function openOne(mould: MouldHeat, shot: number, at: { celsius: number; room: number }): Opens {
  const { celsius, room } = at;
  // A shell laid in the mould is as warm as that, at most.
  const layers = mould.core
    ? [
        { upTo: mould.core, celsius: shot },
        { upTo: 1, celsius: Math.max(room, celsius) },
      ]
    : [{ upTo: 1, celsius: shot }];
  const rod = mould.rod ? { upTo: mould.rod, celsius, length: mould.rodLength } : undefined;
  const body = openBody(mould, { ...mould.section, layers, ...(rod ? { rod } : {}) }, at);
  if (!mould.tail) return body;
  const hot = [{ upTo: 1, celsius: shot }];
  return later(body, openBody(mould, { shape: 'slab', across: mould.tail, layers: hot }, at));
}

/** Opening at one heat of the metal, worked out when it is first asked for. */
function marked(mould: MouldHeat, shot: number, room: number): (celsius: number) => Opens {
  const key = JSON.stringify([
    mould.metal,
    mould.grams,
    mould.section,
    mould.rod ?? 0,
    mould.rodLength ?? 0,
    mould.core ?? 0,
    mould.tail ?? 0,
    Math.round(mould.skin * 1e6),
    Math.round(shot),
    Math.round(room),
  ]);
  const table = tables.get(key) ?? new Map<number, Opens>();
  if (!tables.has(key)) {
    if (tables.size > 60) tables.delete(tables.keys().next().value!);
    tables.set(key, table);
  }
  return (celsius) => {
    const held = table.get(celsius);
    if (held) return held;
    const made = openOne(mould, shot, { celsius, room });
    table.set(celsius, made);
    return made;
  };
}

/** When a shot may be opened with its mould at a heat: between the marks of a table by M6. */
export function opensAt(mould: MouldHeat, shot: number, celsius: number, room: number): Opens {
  const at = marked(mould, shot, room);
  if (celsius >= FIRM.mean - 1) return { open: null, centre: at(MARKS.at(-1)!).centre };
  const above = MARKS.findIndex((mark) => mark >= celsius);
  const after = above < 0 ? MARKS.length - 1 : Math.max(1, above);
  const [opens, other] = [at(MARKS[after - 1]!), at(MARKS[after]!)];
  // Between a mark that opens and one that never does, or beyond the last, only its own heat tells.
  if (above < 0 || opens.open === null || other.open === null)
    return at(Math.round(celsius * 2) / 2);
  const share = Math.min(
    1,
    Math.max(0, (celsius - MARKS[after - 1]!) / (MARKS[after]! - MARKS[after - 1]!)),
  );
  return {
    open: opens.open + share * (other.open - opens.open),
    centre: opens.centre + share * (other.centre - opens.centre),
  };
}

export interface Cycle {
  /** s from the evening's start */
  at: number;
  /** °C of the metal as the shot goes in, and when it is opened */
  before: number;
  opened: number;
  open: number;
  /** s it was left to rest first, being too warm ever to open */
  rested: number;
}

/**
 * Metal warmer than this never lets a bait get firm in reasonable time, °C: it is rested down to
 * it.
 */
const REST_TO = 62;

/** s a mould that is too warm is left alone until it is not, and its heat then, °C. */
export function restOf(
  body: MetalBody,
  celsius: number,
  room: number,
  stand: Stand = 'wood',
): { seconds: number; celsius: number } {
  let [now, seconds] = [celsius, 0];
  while (now > REST_TO && seconds < 3600) {
    now = metalAfter(body, now, { seconds: 30, room, stand });
    seconds += 30;
  }
  return { seconds, celsius: now };
}

/**
 * An evening of one mould, shot after shot: its heat, its opening times, and when it must rest.
 * @param hands s between opening it and the next shot: looking, clearing, closing, drawing
 */
export function evening(
  mould: MouldHeat,
  {
    shots,
    start,
    shot,
    room,
    hands,
    stand = 'wood',
  }: { shots: number; start: number; shot: number; room: number; hands: number; stand?: Stand },
): Cycle[] {
  let metal = start;
  let at = 0;
  return Array.from({ length: shots }, () => {
    const { seconds: rested, celsius: before } = restOf(mould.body, metal, room, stand);
    at += rested;
    const open = opensAt(mould, shot, before, room).open ?? LONGEST;
    // What the bait gives up goes into the metal while that loses to the room.
    metal = metalAfter(mould.body, before, {
      seconds: open,
      room,
      stand,
      watts: shotJoules(mould.shot, shot, FIRM.mean) / open,
    });
    const cycle = { at, before, opened: metal, open, rested };
    at += open + hands;
    metal = metalAfter(mould.body, metal, { seconds: hands, room, stand });
    return cycle;
  });
}

/** The window never comes down by more than makers have seen it do, K. */
const MOST_DOWN = 7;

/**
 * How far the window may come down once the metal has warmed: to the shot heat whose thin tails
 * stay open as long as they did with the mould at its own first heat (M7). K, from nothing to 7.
 * @param across thinnest section that must fill, mm
 */
export function windowDown(across: number, shot: number, first: number, metal: number): number {
  const open = freezeTime('slab', across, { from: shot, metal: first });
  if (open === null || metal <= first) return 0;
  let [low, high] = [0, MOST_DOWN];
  for (let k = 0; k < 12; k++) {
    const middle = (low + high) / 2;
    if ((freezeTime('slab', across, { from: shot - middle, metal }) ?? Infinity) >= open)
      low = middle;
    else high = middle;
  }
  return Math.round(low * 2) / 2;
}

/**
 * How cold metal costs first shots: a mould so far under its own heat is likely to want so many
 * before they come good (judgement: one for each 15 K).
 */
export const shotsLost = (metal: number, warmTo: number): number =>
  Math.max(0, Math.ceil((warmTo - metal - 5) / 15));
