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

interface StepData {
  name: string;
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
  resume: { name: 'Take it up again', takes: 0, whatIf: null, is: [] },
  hold: {
    name: 'Hold the pressure',
    takes: 8,
    whatIf: 'open',
    is: ['pressing', 'finishes'],
  },
  topOff: {
    name: 'Top off',
    takes: 8,
    whatIf: 'open',
    is: ['pressing', 'finishes'],
  },
  secondLook: {
    name: 'Look at the sprue again',
    takes: 8,
    whatIf: null,
    is: ['pressing', 'finishes', 'canWait'],
  },
  shoot: { name: 'Shoot', takes: 0, whatIf: 'barrel', is: ['pressing'] },
  empty: {
    name: 'Empty the injector, look at the plug',
    takes: 20,
    whatIf: null,
    is: ['pressing'],
  },
  open: {
    name: 'Open',
    takes: 12,
    whatIf: 'open',
    is: ['pressing', 'finishes', 'canWait'],
  },
  mark: { name: 'Mark the cavities', takes: 12, whatIf: null, is: ['finishes'] },
  sprue: {
    name: 'Sprue and shorts back',
    takes: 10,
    whatIf: null,
    is: ['finishes', 'canWait'],
  },
  rack: {
    name: 'Lay on the rack',
    takes: 12,
    whatIf: null,
    is: ['finishes', 'canWait'],
  },
  keep: {
    name: 'Lay inserts by, oil them',
    takes: 15,
    whatIf: null,
    is: ['finishes'],
  },
  tip: { name: 'Dip the tips', takes: 0, whatIf: null, is: ['finishes'] },
  trial: { name: 'Fill in the trial card', takes: 0, whatIf: null, is: [] },
  wake: { name: 'Wake the plastisol', takes: 0, whatIf: null, is: [] },
  warmMould: {
    name: 'Warm the mould',
    takes: 45,
    whatIf: 'metal',
    is: ['canWait'],
  },
  readRoom: {
    name: 'Read how warm the shop is',
    takes: 8,
    whatIf: null,
    is: ['canWait'],
  },
  readMould: { name: 'Read the mould’s metal', takes: 12, whatIf: null, is: [] },
  warmInjector: {
    name: 'Warm injector and block',
    takes: 20,
    whatIf: 'barrel',
    is: ['canWait'],
  },
  dose: { name: 'Measure and dose', takes: 45, whatIf: null, is: [] },
  degasCold: { name: 'Degas cold', takes: 0, whatIf: 'degas', is: [] },
  cook: { name: 'Cook', takes: 0, whatIf: 'burst', is: [] },
  stir: { name: 'Stir and read', takes: 0, whatIf: 'burst', is: ['pressing'] },
  heating: {
    name: 'Let it heat',
    takes: 0,
    whatIf: 'burst',
    is: ['finishes', 'canWait'],
  },
  degasBefore: { name: 'Degas before colour', takes: 0, whatIf: 'degas', is: [] },
  colour: { name: 'Colour', takes: 75, whatIf: null, is: ['canWait'] },
  degasAfter: { name: 'Degas after colour', takes: 0, whatIf: 'degas', is: [] },
  clean: { name: 'Clean the injector', takes: 45, whatIf: null, is: ['canWait'] },
  pour: { name: 'Pour by hand', takes: 20, whatIf: null, is: [] },
  load: { name: 'Lay inserts in', takes: 30, whatIf: 'joint', is: [] },
  close: { name: 'Close and clamp', takes: 20, whatIf: null, is: ['canWait'] },
  top: { name: 'Look at TOP', takes: 5, whatIf: null, is: ['canWait'] },
  match: { name: 'Match the cups', takes: 0, whatIf: 'match', is: [] },
  draw: { name: 'Draw', takes: 0, whatIf: 'match', is: [] },
  cool: {
    name: 'Let it cool',
    takes: 0,
    whatIf: 'open',
    is: ['finishes', 'canWait'],
  },
  more: { name: 'Shoot more', takes: 0, whatIf: null, is: [] },
  leftover: { name: 'What is left in a cup', takes: 0, whatIf: null, is: [] },
  finish: { name: 'Finish the session', takes: 0, whatIf: null, is: [] },
} as const satisfies Record<string, StepData>;

export type StepKey = keyof typeof STEP_KINDS;
export const dataOf = (key: StepKey): StepData => STEP_KINDS[key];
export const isOf = ({ key }: { key: StepKey }, trait: Trait): boolean =>
  dataOf(key).is.includes(trait);
