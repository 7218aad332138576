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

/** What a session is drafted, planned and timed by. */
export interface ShopKnown {
  shelf: Shelf;
  defaults: DraftDefaults;
  timing: TimingKnown;
  /** a mould there is a second of, by its number */
  twice?: number;
}

/** Numbers of moulds that are not there: a second of one that is. */
const SECOND = 1_000_000;
/** A plan in which a second mould stands beside one, of the same cavities. */
const withSecond = (input: PlanInput, mould: number): PlanInput => ({
  ...input,
  jobs: input.jobs.map((job) => ({
    ...job,
    tools: job.tools.map((tools) => ({
      ...tools,
      moulds: tools.moulds.flatMap((entry) =>
        entry.id === mould
          ? [
              entry,
              {
                ...entry,
                id: SECOND + mould,
                mould: { ...entry.mould, name: `a second ${entry.mould.name}` },
              },
            ]
          : [entry],
      ),
    })),
  })),
});

/**
 * Sessions of pieces as a plan would have them, each worked out once: cups, draws and hands are
 * shared as they would be at the bench.
 */
export function worker({
  shelf,
  defaults,
  timing,
  twice,
}: ShopKnown): (pieces: readonly Piece[]) => Worked {
  const known = new Map<string, Worked>();
  return (pieces) => {
    const key = pieces
      .map((piece) => `${piece.key}:${piece.baits}`)
      .sort()
      .join(' ');
    const held = known.get(key);
    if (held) return held;
    const drafted = draftPlan(
      shelf,
      pieces.flatMap(({ parts }) => parts),
      defaults,
    );
    const input = twice === undefined ? drafted : withSecond(drafted, twice);
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
