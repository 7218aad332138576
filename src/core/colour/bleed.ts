import type { Runs } from '../material/index.ts';
import { viscosity } from '../material/index.ts';
import { portLine } from './line.ts';

/** A colour at the port: its share of the flow, its heat leaving the barrel, how it runs. */
export interface Stream {
  share: number;
  celsius: number;
  runs: Runs;
}
/** Where the line lies near the port, as a share of the thickness from the first colour's side. */
export const lineOf = (streams: Stream[]): number[] =>
  portLine(
    streams.map((stream) => stream.share),
    streams.map((stream) => viscosity(stream.celsius, stream.runs)),
  );

/** Even odds of a bled line, and how fast they turn (judgements, learned from line faults). */
export const BLED = { even: 2, scale: 0.45, perDoubling: 0.8, powder: 0.6 } as const;

/**
 * How far apart colours are, in what is allowed: their heats, how they run, and powder or flake
 * that crosses.
 */
export function bleedIndex(
  streams: Pick<Stream, 'celsius' | 'runs'>[],
  apart: number,
  powders = false,
): number {
  const heats = streams.map((stream) => stream.celsius);
  const thick = streams.map((stream) => Math.log2(viscosity(stream.celsius, stream.runs)));
  return (
    (Math.max(...heats) - Math.min(...heats)) / apart +
    BLED.perDoubling * (Math.max(...thick) - Math.min(...thick)) +
    (powders ? BLED.powder : 0)
  );
}

/**
 * Chance that colours bleed into each other: rises with how far apart their heats are against what
 * is allowed, with how differently they run, and where powder or flake crosses.
 * @param apart K allowed between cups
 */
export function bleedChance(
  streams: Pick<Stream, 'celsius' | 'runs'>[],
  apart: number,
  powders = false,
  even: number = BLED.even,
): number {
  return 1 / (1 + Math.exp(-(bleedIndex(streams, apart, powders) - even) / BLED.scale));
}
