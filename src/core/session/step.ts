import type { Kind, Payload } from './event.ts';

/**
 * The steps of a session in the order makers usually work; each can be done at any time, skipped or
 * repeated.
 */
export const STEP_KINDS = {
  resume: { name: 'Take it up again', place: 'session' },
  hold: { name: 'Hold the pressure', place: 'moulds' },
  topOff: { name: 'Top off', place: 'moulds' },
  secondLook: { name: 'Look at the sprue again', place: 'moulds' },
  shoot: { name: 'Shoot', place: 'barrels' },
  empty: { name: 'Empty the injector, look at the plug', place: 'barrels' },
  open: { name: 'Open', place: 'moulds' },
  mark: { name: 'Mark the cavities', place: 'moulds' },
  sprue: { name: 'Sprue and shorts back', place: 'moulds' },
  rack: { name: 'Lay on the rack', place: 'rack' },
  keep: { name: 'Lay inserts by, oil them', place: 'rack' },
  tip: { name: 'Dip the tips', place: 'rack' },
  trial: { name: 'Fill in the trial card', place: 'moulds' },
  wake: { name: 'Wake the plastisol', place: 'cups' },
  warmMould: { name: 'Warm the mould', place: 'moulds' },
  readRoom: { name: 'Read how warm the shop is', place: 'session' },
  readMould: { name: 'Read the mould’s metal', place: 'moulds' },
  warmInjector: { name: 'Warm injector and block', place: 'barrels' },
  dose: { name: 'Measure and dose', place: 'cups' },
  degasCold: { name: 'Degas cold', place: 'cups' },
  cook: { name: 'Cook', place: 'cups' },
  stir: { name: 'Stir and read', place: 'cups' },
  heating: { name: 'Let it heat', place: 'cups' },
  degasBefore: { name: 'Degas before colour', place: 'cups' },
  colour: { name: 'Colour', place: 'cups' },
  degasAfter: { name: 'Degas after colour', place: 'cups' },
  clean: { name: 'Clean the injector', place: 'barrels' },
  pour: { name: 'Pour by hand', place: 'moulds' },
  load: { name: 'Lay inserts in', place: 'moulds' },
  close: { name: 'Close and clamp', place: 'moulds' },
  top: { name: 'Look at TOP', place: 'moulds' },
  match: { name: 'Match the cups', place: 'cups' },
  draw: { name: 'Draw', place: 'barrels' },
  cool: { name: 'Let it cool', place: 'moulds' },
  more: { name: 'Shoot more', place: 'session' },
  finish: { name: 'Finish the session', place: 'session' },
} as const;

export type StepKey = keyof typeof STEP_KINDS;

export type Send = { [K in Kind]: { kind: K; payload: Payload<K> } }[Kind];

/** One thing to do, said as a sentence with one big action. */
export interface Step {
  key: StepKey;
  target: string;
  sentence: string;
  detail: string;
  label: string;
  /** what the action records; a step without one opens the reading pad */
  send?: Send;
  read?: { kind: 'cup' | 'mould' | 'room'; key: string };
  /** a card the action opens instead */
  open?: 'trial';
  /** plungers pushed in turn, so long each */
  pulse?: { seconds: number; letters: string[] };
  /** recorded just before it: what the recipe puts in at this step */
  also?: Send[];
  /** recorded just after it */
  then?: Send[];
  /** the same act with another outcome */
  others?: { label: string; send: Send }[];
  /** what a skip of it is recorded as; a step without one cannot be skipped */
  skip?: { step: string; target: string };
  /** counts down to this, bench clock ms */
  until?: number;
  /** shown beside the action; never stops it */
  warnings?: string[];
  /** handbook §7, where the danger is */
  caution?: string;
}

export const SAFETY =
  'Follow the supplier’s safety data sheet, your local rules, and qualified advice; this is not a substitute.';
