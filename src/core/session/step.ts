import type { StepKey } from './stepKinds.ts';
import type { Kind, Payload } from './event.ts';
import type { Skip } from './skips.ts';

export type Send = { [K in Kind]: { kind: K; payload: Payload<K> } }[Kind];

/** One thing to do, said as a sentence with one big action. */
export interface Step {
  key: StepKey;
  target: string;
  sentence: string;
  detail: string;
  label: string;
  /** the window it is wanted in, as it is said, where a step has one */
  window?: string;
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
  skip?: Skip;
  /** counts down to this, bench clock ms */
  until?: number;
  /** shown beside the action; never stops it */
  warnings?: string[];
  /** handbook §7, where the danger is */
  caution?: string;
}

export const SAFETY =
  'Follow the supplier’s safety data sheet, your local rules, and qualified advice; this is not a substitute.';
