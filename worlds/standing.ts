import type { WorldBait } from './bait.ts';

/** What a mould is, by its drawing: no heat in it. */
export interface MouldDrawing {
  key: string;
  bait: WorldBait;
  /** J/K, W/K of loss per K, W/K from end to end */
  capacity: number;
  loss: number;
  across: number;
  warmTo: number;
  /** °C it is meant to be shot at */
  window: { low: number; high: number };
  cavities: number;
  feedsItself: boolean;
}

export interface Oven {
  watts: number;
  efficiency: number;
  dead: number;
  ran: number;
}
export interface Burning {
  oven: Oven;
  cups: string[];
  level: number;
  gone: number;
  seconds: number;
}
/** One shot as it went in, until it is opened. */
export interface Standing {
  bait: WorldBait;
  streams: number[];
  metal: number;
  at: number;
  topped: number;
  insert: number | null;
  air: boolean;
  scorched: number;
  fused: boolean;
  core: boolean;
  apart: number;
  window: { low: number; high: number };
}

/** Instruments are plunged and looked at so long, s; so long a draw takes. */
export const LOOK = 7;
export const DRAW = 18;
export const FUSED = 171;
/** W that a plate gives a mould. */
export const PLATE = 1200;
