/**
 * Event payloads are versioned together; a bench that knows a newer one is asked to wait, not
 * dropped.
 */
export const EVENT_VERSION = 3;

/** Stages read by eye, with the heats they stand for, °C. */
export const EYE = {
  milk: { name: 'milk', low: 20, high: 90 },
  gel: { name: 'gel', low: 90, high: 150 },
  clear: { name: 'clear', low: 150, high: 177 },
  wisp: { name: 'wisp', low: 177, high: 188 },
  smoke: { name: 'smoke', low: 195, high: 210 },
} as const;
export type EyeStage = keyof typeof EYE;

export const PLUGS = {
  square: 'even, line square',
  thin: 'one side thin',
  cold: 'set cold',
  none: 'not looked at',
} as const;

/** Why filling stopped before the last cavity. */
export const STOPS = {
  thin: 'one side thin',
  empty: 'barrel ran out',
  frozen: 'port froze',
} as const;
export type Stop = keyof typeof STOPS;

/**
 * Seconds each plunger is pushed when colours are pulsed in turn (a judgement; no two baits come
 * alike).
 */
export const PULSE = 2;
