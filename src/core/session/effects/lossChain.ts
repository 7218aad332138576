import type { Estimate, MetalBody } from '../../heat/index.ts';
import { gridOf, losing, metalAfter, readGrid } from '../../heat/index.ts';
import type { MetalNote } from '../state/mould.ts';

/**
 * K by which a reading of metal misses what one lump would have: a mould is not warm all through, a
 * shot not all alike (judgements).
 */
export const MISSES = { look: 1.5, shot: 1.5 } as const;
/** A mould said to be warm may be off its own heat by so many K (judgement). */
export const SAID = 4;
/** A look that lies further off than this from every way the metal can lose its heat is left out, K. */
const FAR = 20;
/** Points of the grid: a sum over points one spread apart is good to 1e-8 for a normal. */
const POINTS = 161;

/** Where one mould's metal stands after a list of notes, were its loss each of a grid's. */
interface Chain {
  room: number;
  prior: Estimate;
  /** ln of how much faster it loses than reckoned, and the body so changed: grid first, then ends */
  grid: number[];
  bodies: MetalBody[];
  /** notes taken in */
  taken: number;
  now: { at: number; celsius: number[]; variance: number } | null;
  /** ln of the likelihood at each point of the grid */
  logs: number[];
  told: number;
  left: number;
}

function begin(body: MetalBody, room: number, prior: Estimate): Chain {
  const grid = gridOf(prior, POINTS);
  const ends = [-2, 0, 2].map((spreads) => prior.mean + spreads * prior.sd);
  return {
    room,
    prior,
    grid,
    bodies: [...grid, ...ends].map((ln) => losing(body, ln)),
    taken: 0,
    now: null,
    logs: grid.map(() => 0),
    told: 0,
    left: 0,
  };
}

/** A shot stood in it: it gave its heat meanwhile. */
function takeShot(chain: Chain, note: MetalNote & { kind: 'shot' }): void {
  const { now, room, bodies } = chain;
  if (!now) return;
  const before = Math.max(0, (note.at - now.at) / 1000);
  const seconds = Math.max(1, (note.until - note.at) / 1000);
  const watts = note.joules / seconds;
  chain.now = {
    at: note.until,
    celsius: now.celsius.map((celsius, i) =>
      metalAfter(bodies[i]!, metalAfter(bodies[i]!, celsius, { seconds: before, room }), {
        seconds,
        room,
        watts,
      }),
    ),
    variance: now.variance + MISSES.shot ** 2,
  };
}

/** It was looked at: what each way of losing had it at is held to that. */
function takeLook(chain: Chain, note: MetalNote & { kind: 'read' }): void {
  const { now, room, bodies, logs } = chain;
  if (now && note.at >= now.at) {
    const seconds = (note.at - now.at) / 1000;
    const offs = now.celsius.map(
      (celsius, i) => note.celsius - metalAfter(bodies[i]!, celsius, { seconds, room }),
    );
    const variance = now.variance + note.sd ** 2 + MISSES.look ** 2;
    const fits = offs.slice(logs.length).some((off) => Math.abs(off) <= FAR);
    if (fits) {
      chain.told += 1;
      chain.logs = logs.map((log, i) => log - offs[i]! ** 2 / (2 * variance));
    } else chain.left += 1;
  }
  chain.now = { at: note.at, celsius: bodies.map(() => note.celsius), variance: note.sd ** 2 };
}

function take(chain: Chain, note: MetalNote, warmTo: number): void {
  if (note.kind === 'shot') takeShot(chain, note);
  else if (note.kind === 'read') takeLook(chain, note);
  else chain.now = { at: note.at, celsius: chain.bodies.map(() => warmTo), variance: SAID ** 2 };
}

const chains = new WeakMap<readonly MetalNote[], Chain>();

/**
 * How fast metal loses its heat, ln of how much faster than reckoned (M5): the prior times the
 * likelihood of each look at it, given the look before and the shots between. A list that only grew
 * since it was last asked about is taken up where it was left.
 * @returns also how many looks told, and how many lay so far off that they were left out
 */
export function lossOf(
  notes: readonly MetalNote[],
  { body, room, prior, warmTo }: { body: MetalBody; room: number; prior: Estimate; warmTo: number },
): { posterior: Estimate; told: number; left: number } {
  const held = chains.get(notes);
  const same =
    held &&
    held.taken <= notes.length &&
    held.room === room &&
    held.prior.mean === prior.mean &&
    held.prior.sd === prior.sd;
  const chain = same ? held : begin(body, room, prior);
  for (const note of notes.slice(chain.taken)) take(chain, note, warmTo);
  chain.taken = notes.length;
  chains.set(notes, chain);
  const { told, left } = chain;
  return { posterior: told === 0 ? prior : readGrid(prior, chain.grid, chain.logs), told, left };
}
