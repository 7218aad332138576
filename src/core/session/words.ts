/** Event payloads are versioned together; a bench that knows a newer one is asked to wait, not dropped. */
export const EVENT_VERSION = 1;

/** Stages read by eye, with the heats they stand for, °C. */
export const EYE = {
  milk: { name: 'milk', low: 20, high: 90 },
  gel: { name: 'gel', low: 90, high: 150 },
  clear: { name: 'clear', low: 150, high: 177 },
  wisp: { name: 'wisp', low: 177, high: 188 },
  smoke: { name: 'smoke', low: 195, high: 210 },
} as const;
export type EyeStage = keyof typeof EYE;

/** What can be wrong with a bait, as makers say it, and the usual remedy. */
export const FAULTS = {
  short: { name: 'short', remedy: 'warm the metal, or shoot 5 to 10° hotter' },
  dent: { name: 'dent', remedy: 'hold longer and top off twice' },
  bubbles: { name: 'bubbles', remedy: 'degas, keep the cup deeper, draw slower' },
  flash: { name: 'flash', remedy: 'reseat and clamp, lighter push' },
  line: { name: 'line off', remedy: 'match the heats, square the block' },
  bled: { name: 'bled', remedy: 'match the heats' },
  upside: { name: 'upside down', remedy: 'look at TOP before the shot' },
  torn: { name: 'torn', remedy: 'wait longer, open the other side up' },
  gooey: { name: 'gooey', remedy: 'cook again, scrape the edge' },
  yellow: { name: 'yellow', remedy: 'shorter bursts, stabiliser' },
  dirty: { name: 'dirty', remedy: 'a blade for each colour' },
} as const;
export type Fault = keyof typeof FAULTS;

export const PLUGS = { square: 'even, line square', thin: 'one side thin', cold: 'set cold', none: 'not looked at' } as const;
