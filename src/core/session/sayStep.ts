import { type Phrase, spoken } from '../quantity/phrase.ts';
import type { ShopUnits } from '../quantity/units.ts';
import type { SaidStep, Send, Step } from './step.ts';

/**
 * A step in words: the only place where what is to be done becomes a text, so that nothing has to
 * read one back and none is written in another shop's units.
 */
export function sayStep(step: Step, units: ShopUnits): SaidStep {
  const say = (said: Phrase): string => spoken(said, units);
  const maybe = (said: Phrase | undefined): string | undefined => said && say(said);
  return {
    ...step,
    sentence: say(step.sentence),
    detail: say(step.detail),
    label: say(step.label),
    window: maybe(step.window),
    caution: maybe(step.caution),
    warnings: step.warnings?.map(say),
    others: step.others?.map((other) => ({ ...other, label: say(other.label) })),
  };
}

/** What is offered beside the big action: its other outcomes, and leaving it out where that may be. */
export const offered = (step: SaidStep | null): { label: string; send: Send }[] => [
  ...(step?.others ?? []),
  ...(step?.skip
    ? [{ label: 'Skip', send: { kind: 'skipped' as const, payload: step.skip } }]
    : []),
];
