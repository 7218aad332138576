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
