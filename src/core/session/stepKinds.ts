/** What is so of some steps. */
type Trait =
  /** shown beside the step that is in hand, because it will not wait */
  | 'pressing'
  /**
   * a cup may be put in before it: nothing of it is under pressure, cools in a barrel, or is in
   * hand (a mould being marked or laden keeps the key)
   */
  | 'canWait'
  /** left of a shot or of a burst when nothing more is to be shot */
  | 'finishes';

/** Where at the bench something stands or is done. */
export type BenchPlace = 'cups' | 'barrels' | 'moulds' | 'rack';

interface StepData {
  name: string;
  /** where it is done; null = nowhere of these */
  at: BenchPlace | null;
  /** s of hands before a draw, as makers' usually take (judgements); 0 where it is not counted */
  takes: number;
  /** what-if of the Heat screen that answers for it */
  whatIf: 'burst' | 'match' | 'degas' | 'metal' | 'barrel' | 'joint' | 'open' | null;
  is: readonly Trait[];
}
/**
 * The steps of a session in the order makers usually work; each can be done at any time, skipped or
 * repeated.
 */
export const STEP_KINDS = {
  resume: { at: null, name: 'Take it up again', takes: 0, whatIf: null, is: [] },
  hold: {
    at: 'moulds',
    name: 'Hold the pressure',
    takes: 8,
    whatIf: 'open',
    is: ['pressing', 'finishes'],
  },
  topOff: { at: 'moulds', name: 'Top off', takes: 8, whatIf: 'open', is: ['pressing', 'finishes'] },
  secondLook: {
    at: 'moulds',
    name: 'Look at the sprue again',
    takes: 8,
    whatIf: null,
    is: ['pressing', 'finishes', 'canWait'],
  },
  shoot: { at: 'moulds', name: 'Shoot', takes: 0, whatIf: 'barrel', is: ['pressing'] },
  empty: {
    at: 'barrels',
    name: 'Empty the injector, look at the plug',
    takes: 20,
    whatIf: null,
    is: ['pressing'],
  },
  open: {
    at: 'moulds',
    name: 'Open',
    takes: 12,
    whatIf: 'open',
    is: ['pressing', 'finishes', 'canWait'],
  },
  mark: { at: 'moulds', name: 'Mark the cavities', takes: 12, whatIf: null, is: ['finishes'] },
  sprue: {
    at: 'moulds',
    name: 'Sprue and shorts back',
    takes: 10,
    whatIf: null,
    is: ['finishes', 'canWait'],
  },
  rack: {
    at: 'rack',
    name: 'Lay on the rack',
    takes: 12,
    whatIf: null,
    is: ['finishes', 'canWait'],
  },
  keep: { at: 'rack', name: 'Lay inserts by, oil them', takes: 15, whatIf: null, is: ['finishes'] },
  tip: { at: 'moulds', name: 'Dip the tips', takes: 0, whatIf: null, is: ['finishes'] },
  trial: { at: 'moulds', name: 'Fill in the trial card', takes: 0, whatIf: null, is: [] },
  wake: { at: 'cups', name: 'Wake the plastisol', takes: 0, whatIf: null, is: [] },
  warmMould: { at: 'moulds', name: 'Warm the mould', takes: 45, whatIf: 'metal', is: ['canWait'] },
  readRoom: {
    at: null,
    name: 'Read how warm the shop is',
    takes: 8,
    whatIf: null,
    is: ['canWait'],
  },
  readMould: { at: 'moulds', name: 'Read the mould’s metal', takes: 12, whatIf: null, is: [] },
  warmInjector: {
    at: 'barrels',
    name: 'Warm injector and block',
    takes: 20,
    whatIf: 'barrel',
    is: ['canWait'],
  },
  dose: { at: 'cups', name: 'Measure and dose', takes: 45, whatIf: null, is: [] },
  degasCold: { at: 'cups', name: 'Degas cold', takes: 0, whatIf: 'degas', is: [] },
  cook: { at: 'cups', name: 'Cook', takes: 0, whatIf: 'burst', is: [] },
  stir: { at: 'cups', name: 'Stir and read', takes: 0, whatIf: 'burst', is: ['pressing'] },
  heating: {
    at: 'cups',
    name: 'Let it heat',
    takes: 0,
    whatIf: 'burst',
    is: ['finishes', 'canWait'],
  },
  degasBefore: { at: 'cups', name: 'Degas before colour', takes: 0, whatIf: 'degas', is: [] },
  colour: { at: 'cups', name: 'Colour', takes: 75, whatIf: null, is: ['canWait'] },
  degasAfter: { at: 'cups', name: 'Degas after colour', takes: 0, whatIf: 'degas', is: [] },
  clean: { at: 'barrels', name: 'Clean the injector', takes: 45, whatIf: null, is: ['canWait'] },
  pour: { at: 'moulds', name: 'Pour by hand', takes: 20, whatIf: null, is: [] },
  load: { at: 'moulds', name: 'Lay inserts in', takes: 30, whatIf: 'joint', is: [] },
  close: { at: 'moulds', name: 'Close and clamp', takes: 20, whatIf: null, is: ['canWait'] },
  top: { at: 'moulds', name: 'Look at TOP', takes: 5, whatIf: null, is: ['canWait'] },
  match: { at: 'cups', name: 'Match the cups', takes: 0, whatIf: 'match', is: [] },
  draw: { at: 'barrels', name: 'Draw', takes: 0, whatIf: 'match', is: [] },
  cool: {
    at: 'moulds',
    name: 'Let it cool',
    takes: 0,
    whatIf: 'open',
    is: ['finishes', 'canWait'],
  },
  more: { at: 'rack', name: 'Shoot more', takes: 0, whatIf: null, is: [] },
  leftover: { at: 'cups', name: 'What is left in a cup', takes: 0, whatIf: null, is: [] },
  finish: { at: null, name: 'Finish the session', takes: 0, whatIf: null, is: [] },
} as const satisfies Record<string, StepData>;

export type StepKey = keyof typeof STEP_KINDS;
export const dataOf = (key: StepKey): StepData => STEP_KINDS[key];
export const isOf = ({ key }: { key: StepKey }, trait: Trait): boolean =>
  dataOf(key).is.includes(trait);
