import type { Estimate, MetalBody } from '../../heat/index.ts';
import { gridOf, losing, lossRate, readGrid } from '../../heat/index.ts';
import type { MetalNote } from '../state/mould.ts';

/**
 * K by which a reading of metal misses what one lump would have: a mould is not warm all through, a
 * shot not all alike (judgements).
 */
export const MISSES = { look: 1.5, shot: 1 } as const;
/** A mould said to be warm may be off its own heat by so many K (judgement). */
export const SAID = 3;
/** A look that lies further off than this from every way the metal can lose its heat is left out, K. */
const FAR = 20;
/** Points of the grid, over five spreads of the prior either way: good to 1e-8 for what is known ten
 * times as well as before (a sum over points one spread apart is, of a normal). */
const POINTS = 101;

/** Where one mould's metal stands after a list of notes, were its loss each of a grid's. */
interface Chain {
  prior: Estimate;
  /** ln of how much faster it loses than reckoned */
  grid: number[];
  /** at the grid, then at its ends: W/K it loses, and the share of what it holds it loses a second */
  conductance: Float64Array;
  rate: Float64Array;
  /** notes taken in */
  taken: number;
  /** what each would have it at, °C, and how far that may be off, K² */
  now: { at: number; celsius: Float64Array; variance: number } | null;
  /** ln of the likelihood at each point of the grid */
  logs: Float64Array;
  told: number;
  left: number;
}

function begin(body: MetalBody, prior: Estimate): Chain {
  const grid = gridOf(prior, POINTS);
  const ends = [-2, 0, 2].map((spreads) => prior.mean + spreads * prior.sd);
  const losses = [...grid, ...ends].map((ln) => lossRate(losing(body, ln)));
  return {
    prior,
    grid,
    conductance: Float64Array.from(losses, (loss) => loss.conductance),
    rate: Float64Array.from(losses, (loss) => loss.rate),
    taken: 0,
    now: null,
    logs: new Float64Array(POINTS),
    told: 0,
    left: 0,
  };
}

/** A shot stood in it: it gave its heat meanwhile. */
function takeShot(chain: Chain, { at, room, until, joules }: MetalNote & { kind: 'shot' }): void {
  const { now, rate, conductance } = chain;
  if (!now) return;
  const before = Math.max(0, (at - now.at) / 1000);
  const seconds = Math.max(1, (until - at) / 1000);
  const watts = joules / seconds;
  const celsius = new Float64Array(rate.length);
  for (let i = 0; i < celsius.length; i++) {
    const end = room + watts / conductance[i]!;
    const begun = room + (now.celsius[i]! - room) * Math.exp(-rate[i]! * before);
    celsius[i] = end + (begun - end) * Math.exp(-rate[i]! * seconds);
  }
  chain.now = { at: until, celsius, variance: now.variance + MISSES.shot ** 2 };
}

/** It was looked at: what each way of losing had it at is held to that. */
function takeLook(chain: Chain, { at, room, celsius, sd }: MetalNote & { kind: 'read' }): void {
  const { now, rate, logs } = chain;
  if (now && at >= now.at) {
    const seconds = (at - now.at) / 1000;
    const variance = now.variance + sd ** 2 + MISSES.look ** 2;
    const off = (i: number) =>
      celsius - (room + (now.celsius[i]! - room) * Math.exp(-rate[i]! * seconds));
    let fits = false;
    for (let i = POINTS; i < rate.length; i++) fits ||= Math.abs(off(i)) <= FAR;
    if (fits) {
      chain.told += 1;
      for (let i = 0; i < POINTS; i++) logs[i]! -= off(i) ** 2 / (2 * variance);
    } else chain.left += 1;
  }
  chain.now = { at, celsius: new Float64Array(rate.length).fill(celsius), variance: sd ** 2 };
}

function take(chain: Chain, note: MetalNote): void {
  if (note.kind === 'shot') takeShot(chain, note);
  else if (note.kind === 'read') takeLook(chain, note);
  else
    chain.now = {
      at: note.at,
      celsius: new Float64Array(chain.rate.length).fill(note.celsius),
      variance: SAID ** 2,
    };
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
  { body, prior }: { body: MetalBody; prior: Estimate },
): { posterior: Estimate; told: number; left: number } {
  const held = chains.get(notes);
  const same =
    held &&
    held.taken <= notes.length &&
    held.prior.mean === prior.mean &&
    held.prior.sd === prior.sd;
  const chain = same ? held : begin(body, prior);
  for (const note of notes.slice(chain.taken)) take(chain, note);
  chain.taken = notes.length;
  chains.set(notes, chain);
  const { told, left } = chain;
  return { posterior: told === 0 ? prior : readGrid(prior, chain.grid, chain.logs), told, left };
}
