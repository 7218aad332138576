import type { TimingKnown } from '../plan/hands.ts';
import { draftPlan } from '../plan/draft.ts';
import type { PlanInput } from '../plan/input.ts';
import { planSession } from '../plan/plan.ts';
import type { Plan } from '../plan/planned.ts';
import type { DraftDefaults, Shelf } from '../plan/shelf.ts';
import type { Timing } from '../plan/timing.ts';
import { timeSession } from '../plan/timing.ts';
import { METRIC } from '../quantity/index.ts';
import type { Piece } from './piece.ts';

/** A session of some pieces, worked out whole. */
export type Worked = { plan: Plan; input: PlanInput; timing: Timing } | { refused: string };

interface Known {
  shelf: Shelf;
  defaults: DraftDefaults;
  timing: TimingKnown;
}

/**
 * Sessions of pieces as a plan would have them, each worked out once: cups, draws and hands are
 * shared as they would be at the bench.
 */
export function worker({ shelf, defaults, timing }: Known): (pieces: readonly Piece[]) => Worked {
  const known = new Map<string, Worked>();
  return (pieces) => {
    const key = pieces
      .map((piece) => `${piece.key}:${piece.baits}`)
      .sort()
      .join(' ');
    const held = known.get(key);
    if (held) return held;
    const input = draftPlan(
      shelf,
      pieces.flatMap(({ parts }) => parts),
      defaults,
    );
    const plan = planSession(input, METRIC);
    const worked: Worked = plan.ok
      ? { plan, input, timing: timeSession(plan, input, timing) }
      : {
          refused:
            plan.remarks.find(({ weight }) => weight === 'refused')?.sentence ??
            'The shop has no way to shoot it yet.',
        };
    known.set(key, worked);
    return worked;
  };
}
