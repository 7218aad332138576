import type { SaidStep } from './step.ts';
import { isOf } from './stepKinds.ts';

/**
 * ms after its meaning changed in which a press of the big key is taken as meant for what it said
 * before (judgement: a thumb on its way).
 */
export const THUMB = 1500;

/**
 * ms within which a change of the key answers what a hand did; one that comes later is another's
 * (judgement: a slow tablet draws an act in some tenths of a second).
 */
const ANSWERS = 1000;

/** What a press of the big key would do, apart from seconds that count down beside it. */
export const meaningOf = (step: SaidStep | null): string =>
  step
    ? [
        step.key,
        step.target,
        step.send?.kind ?? step.read?.kind ?? step.open ?? '',
        step.label,
      ].join('|')
    : '';

/** What the big key shows, since when, what it showed before, and whether the hand changed it. */
export interface KeyShown {
  step: SaidStep | null;
  /** ms */
  since: number;
  before: SaidStep | null;
  own: boolean;
}
/** A key that has shown nothing yet. */
export const BLANK_KEY: KeyShown = { step: null, since: 0, before: null, own: true };

/**
 * The big key with another step on it: the same as before where it means the same.
 * @param acted when the hand last did something that has changed nothing on the key yet, ms; null =
 *   it did not
 */
export function keyShowing(
  held: KeyShown,
  step: SaidStep | null,
  { acted, now }: { acted: number | null; now: number },
): KeyShown {
  if (meaningOf(held.step) === meaningOf(step)) return { ...held, step };
  const answers = acted !== null && now - acted < ANSWERS;
  return { step, since: now, before: held.step, own: answers || held.step === null };
}

/**
 * What a press means: the step shown; the one shown before, where the key changed under the thumb
 * and that can still be done; or nothing, and the hand is shown that it was refused.
 * @param was the step before the last change of meaning, and how long ago that was, ms; null = the
 * hand changed it itself
 * @param possible every step that can be done now
 */
export function pressMeans(
  shown: SaidStep | null,
  was: { step: SaidStep | null; ago: number } | null,
  possible: readonly SaidStep[],
): SaidStep | 'refused' | null {
  if (!shown) return null;
  if (!was?.step || was.ago > THUMB || meaningOf(was.step) === meaningOf(shown)) return shown;
  const before = was.step;
  return (
    possible.find((step) => meaningOf(step) === meaningOf(before)) ??
    (before.send &&
    possible.some((step) => step.send?.kind === before.send!.kind && step.target === before.target)
      ? before
      : 'refused')
  );
}

/** What presses while something in hand keeps the key. */
export const queueOf = (all: readonly SaidStep[]): SaidStep[] =>
  all[0] && (all[0].key === 'mark' || all[0].key === 'load')
    ? all.slice(1).filter((step) => isOf(step, 'pressing'))
    : [];
