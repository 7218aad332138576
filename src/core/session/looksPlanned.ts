import type { Estimate } from '../heat/index.ts';
import { handKindOf, type HandKind } from '../tape/hands.ts';
import { layEvening } from '../tape/layEvening.ts';
import type { SessionState } from './state.ts';
import { roomOf } from './effects/mouldLoss.ts';

/**
 * Looks at cups that were planned for what was drawn of a session, in whole ones.
 * @param hands what was known of them when it was planned
 */
export function looksPlanned(
  state: SessionState,
  hands: Partial<Record<HandKind, Estimate>>,
): number {
  const { plan, input, heat } = state.snapshot;
  const { ovens, learned } = heat;
  if (!plan.ok || ovens.length === 0 || plan.draws.length === 0) return 0;
  const { evening, steps } = layEvening(plan, input, {
    ...{ ovens, learned, hands, room: roomOf(state) },
  });
  const seconds = steps
    .filter(({ act }) => handKindOf(act) === 'seenTo')
    .reduce((sum, { from, to }) => sum + to - from, 0);
  const drawn = Math.min(1, state.draws.size / plan.draws.length);
  return Math.round((seconds / evening.look) * drawn);
}
