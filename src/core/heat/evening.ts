import type { Section } from './conduct.ts';
import { freezeTime } from './freeze.ts';
import type { MetalBody, Stand } from './metal.ts';
import { metalAfter, shotHeat } from './metal.ts';
import { outsideOf, whenToOpen } from './open.ts';
import type { MOULD_STUFF } from './constants.ts';
import { FIRM } from './constants.ts';

/** A mould as its heat goes through an evening. */
export interface MouldHeat {
  metal: keyof typeof MOULD_STUFF;
  grams: number;
  body: MetalBody;
  section: Pick<Section, 'shape' | 'across'>;
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
const LONGEST = 1800;
/** Asked for again and again in one evening, so kept; the oldest goes first. */
const tables = new Map<string, { marks: number[]; opens: Opens[] }>();

function tableOf(m: MouldHeat, shot: number, room: number): { marks: number[]; opens: Opens[] } {
  const key = JSON.stringify([m.metal, m.grams, m.section, Math.round(m.skin * 1e6), Math.round(shot), Math.round(room)]);
  const held = tables.get(key);
  if (held) return held;
  const opens = MARKS.map((celsius): Opens => {
    const { open, centre } = whenToOpen({ ...m.section, layers: [{ upTo: 1, celsius: shot }], outside: outsideOf(m.metal, celsius, m.grams, m.skin, room) }, LONGEST, 28, 1);
    return { open, centre };
  });
  const made = { marks: [...MARKS], opens };
  if (tables.size > 60) tables.delete(tables.keys().next().value!);
  tables.set(key, made);
  return made;
}

/** When a shot may be opened with its mould at a heat: between the marks of a table worked out once by M6. */
export function opensAt(m: MouldHeat, shot: number, celsius: number, room: number): Opens {
  const { marks, opens } = tableOf(m, shot, room);
  const i = Math.min(marks.length - 1, Math.max(1, marks.findIndex((x) => x >= celsius)));
  const after = celsius > marks.at(-1)! ? marks.length - 1 : i;
  const [a, b] = [opens[after - 1]!, opens[after]!];
  const f = Math.min(1, Math.max(0, (celsius - marks[after - 1]!) / (marks[after]! - marks[after - 1]!)));
  const mix = (x: number | null, y: number | null): number | null => (x === null || y === null ? (f === 0 ? x : y === null ? null : x) : x + f * (y - x));
  return celsius >= FIRM.mean - 1 ? { open: null, centre: b.centre } : { open: mix(a.open, b.open), centre: a.centre + f * (b.centre - a.centre) };
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

/** Metal warmer than this never lets a bait get firm in reasonable time, °C: it is rested down to it. */
const REST_TO = 62;

/**
 * An evening of one mould, shot after shot: its heat, its opening times, and when it must rest.
 * @param hands s between opening it and the next shot: looking, clearing, closing, drawing
 */
export function evening(m: MouldHeat, shots: number, start: number, shot: number, room: number, hands: number, stand: Stand = 'wood'): Cycle[] {
  let metal = start;
  let at = 0;
  return Array.from({ length: shots }, () => {
    let rested = 0;
    while (metal > REST_TO && rested < 3600) {
      metal = metalAfter(m.body, metal, 30, room, stand);
      rested += 30;
    }
    at += rested;
    const before = metal;
    const open = opensAt(m, shot, before, room).open ?? LONGEST;
    // What the bait gives up goes into the metal while that loses to the room.
    metal = metalAfter(m.body, before, open, room, stand, shotHeat(m.shot, shot, FIRM.mean) / open);
    const cycle = { at, before, opened: metal, open, rested };
    at += open + hands;
    metal = metalAfter(m.body, metal, hands, room, stand);
    return cycle;
  });
}

/** The window never comes down by more than makers have seen it do, K. */
const MOST_DOWN = 7;

/**
 * How far the window may come down once the metal has warmed: to the shot heat whose thin tails stay open as
 * long as they did with the mould at its own first heat (M7). K, from nothing to 7.
 * @param across thinnest section that must fill, mm
 */
export function windowDown(across: number, shot: number, first: number, metal: number): number {
  const open = freezeTime('slab', across, shot, first);
  if (open === null || metal <= first) return 0;
  let [low, high] = [0, MOST_DOWN];
  for (let k = 0; k < 12; k++) {
    const middle = (low + high) / 2;
    if ((freezeTime('slab', across, shot - middle, metal) ?? Infinity) >= open) low = middle;
    else high = middle;
  }
  return Math.round(low * 2) / 2;
}

/** How cold metal costs first shots: a mould so far under its own heat is likely to want so many before they come good (judgement: one for each 15 K). */
export const shotsLost = (metal: number, warmTo: number): number => Math.max(0, Math.ceil((warmTo - metal - 5) / 15));
