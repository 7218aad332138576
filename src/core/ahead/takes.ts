import type { TimingKnown } from '../tape/hands.ts';
import { draftPlan } from '../plan/draft.ts';
import type { PlanInput } from '../plan/input.ts';
import { planSession } from '../plan/plan.ts';
import type { Plan } from '../plan/planned.ts';
import type { DraftDefaults, Shelf } from '../plan/shelf.ts';
import { METRIC } from '../quantity/index.ts';
import { type LaidEvening, layEvening } from '../tape/layEvening.ts';
import { type Timing, timingOf } from '../tape/timing.ts';
import type { Piece } from './piece.ts';

/** A session of some pieces, worked out whole. */
export type Worked =
  { plan: Plan; input: PlanInput; timing: Timing; laid: LaidEvening } | { refused: string };

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

function workOut(input: PlanInput, timing: TimingKnown): Worked {
  const plan = planSession(input, METRIC);
  if (!plan.ok)
    return {
      refused:
        plan.remarks.find(({ weight }) => weight === 'refused')?.sentence ??
        'The shop has no way to shoot it yet.',
    };
  const laid = layEvening(plan, input, timing);
  return { plan, input, timing: timingOf(laid), laid };
}

/**
 * Sessions of pieces as a plan would have them, each worked out once: cups, draws and hands are
 * shared as they would be at the bench, by so many pairs of hands.
 */
export function worker({
  shelf,
  defaults,
  timing,
  twice,
}: ShopKnown): (pieces: readonly Piece[], pairs: number) => Worked {
  const known = new Map<string, Worked>();
  return (pieces, pairs) => {
    const key = [pairs, ...pieces.map((piece) => `${piece.key}:${piece.baits}`).sort()].join(' ');
    const held = known.get(key);
    if (held) return held;
    const drafted = draftPlan(
      shelf,
      pieces.flatMap(({ parts }) => parts),
      defaults,
    );
    const input = twice === undefined ? drafted : withSecond(drafted, twice);
    const worked = workOut(input, { ...timing, pairs: pairs + (timing.pairs ?? 1) - 1 });
    known.set(key, worked);
    return worked;
  };
}
