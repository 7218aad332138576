import type { Mould } from './schema.ts';

/**
 * A mould of which nothing was said yet: machined, with a port and a runner, between two clamps;
 * 200 × 120 mm, 1.5 kg, to be warmed to 40 °C, held for 8 s, opened after a minute.
 */
export const BLANK_MOULD: Omit<Mould, 'cavities'> = {
  name: '',
  metal: 'machined',
  mass: 1500,
  width: 200,
  height: 120,
  feed: 'runner',
  port: 6,
  runner: 5,
  sprue: 4,
  closure: 'clamps',
  closures: 2,
  loose: [],
  letsGo: 'either',
  makes: 'bait',
  takes: [],
  warmTo: 40,
  hold: 8,
  cool: 60,
  note: '',
  rod: null,
  life: null,
  window: null,
  windows: [],
  letCool: 1,
  tries: null,
  tried: false,
};
