import { ACTS, PHASES, type PhaseKey } from './acts.ts';
import type { LaidEvening } from './layEvening.ts';
import type { LaidStep } from './schedule.ts';

/** A moment that somebody's hands are at something, or wait for it: which part of the evening it is. */
interface Span {
  phase: PhaseKey;
  from: number;
  to: number;
}

/** What is waited for until a step begins: what it could not begin before. */
const waitedFor = ({ because, act }: LaidStep): PhaseKey => ACTS[because?.act ?? act].phase;

/**
 * Whose time an evening is: what the hands that shoot are at, and where they wait, for what. Without
 * a gap or an overlap, to the end.
 */
export function spansOf({ steps, ends, evening }: LaidEvening): Span[] {
  const [first] = evening.handsFor('drawn');
  const own = steps
    .filter(({ lanes, to, from }) => lanes.includes(first!) && to > from)
    .sort((one, other) => one.from - other.from);
  const spans: Span[] = [];
  let at = 0;
  for (const step of own) {
    if (step.from > at) spans.push({ phase: waitedFor(step), from: at, to: step.from });
    spans.push({ phase: ACTS[step.act].phase, from: step.from, to: step.to });
    at = step.to;
  }
  const last = steps.reduce((end, step) => (step.to > end.to ? step : end), steps[0]!);
  if (ends > at) spans.push({ phase: ACTS[last.act].phase, from: at, to: ends });
  return spans;
}

/** s of an evening each of its parts takes: they add up to the whole. */
export function secondsOf(laid: LaidEvening): Record<PhaseKey, number> {
  const all = Object.fromEntries(Object.keys(PHASES).map((key) => [key, 0])) as Record<
    PhaseKey,
    number
  >;
  for (const { phase, from, to } of spansOf(laid)) all[phase] += to - from;
  return all;
}
