import type { Phrase } from '../quantity/phrase.ts';
import type { Kind, Payload } from './event.ts';
import type { Skip } from './skips.ts';
import type { StepKey } from './stepKinds.ts';

export type Send = { [K in Kind]: { kind: K; payload: Payload<K> } }[Kind];

/** An outcome of a step, as it is offered and as it is recorded. */
interface Outcome<Words = Phrase> {
  label: Words;
  send: Send;
}
/** One thing to do: what it is, what is told of it and what it records. */
export interface Step<Words = Phrase> {
  key: StepKey;
  target: string;
  /** said as a sentence with one big action */
  sentence: Words;
  detail: Words;
  label: Words;
  /** the window it is wanted in, as it is said, where a step has one */
  window?: Words;
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
  others?: Outcome<Words>[];
  /** what a skip of it is recorded as; a step without one cannot be skipped */
  skip?: Skip;
  /** counts down to this, bench clock ms */
  until?: number;
  /** shown beside the action; never stops it */
  warnings?: Words[];
  /** handbook §7, where the danger is */
  caution?: Words;
}
/** A step in a shop's own words and units. */
export type SaidStep = Step<string>;

export const SAFETY =
  'Follow the supplier’s safety data sheet, your local rules, and qualified advice; this is not a substitute.';
