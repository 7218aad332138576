import { handTakes } from './evening.ts';
import { handKindOf, type HandKind, type TimingKnown } from './hands.ts';
import type { LaidStep } from './schedule.ts';

/**
 * Share of how a hand differs from the usual that it does in all it does: who closes moulds quickly
 * pours quickly too (judgement). What the log has told of an act is known by itself.
 */
const ALIKE = 0.5;
/**
 * s so many steps are unsure by, for what is not known of the hands: one doubt of each kind of act
 * all evening, and of a hand nobody has seen at work partly one of all kinds.
 */
export function handsDoubt(steps: readonly LaidStep[], known: TimingKnown): number {
  const seconds = new Map<HandKind, number>();
  for (const { act, from, to } of steps) {
    const kind = handKindOf(act);
    if (kind) seconds.set(kind, (seconds.get(kind) ?? 0) + to - from);
  }
  let [alike, own] = [0, 0];
  for (const [kind, long] of seconds) {
    const { mean, sd } = handTakes(known, kind);
    const doubt = mean > 0 ? (long * sd) / mean : 0;
    const shared = known.hands[kind] ? 0 : ALIKE;
    alike += Math.sqrt(shared) * doubt;
    own += (1 - shared) * doubt ** 2;
  }
  return Math.hypot(alike, Math.sqrt(own));
}
