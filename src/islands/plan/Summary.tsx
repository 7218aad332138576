import type { Plan } from '@/core/plan/index.ts';
import { baitShots } from '@/core/plan/index.ts';

/** What a plan comes to, in a line. @param lines of the book it serves */
export function Summary({ plan, lines }: { plan: Plan; lines: number }) {
  const { totals, runs, shots, draws } = plan;
  const own = baitShots(runs);
  const others = shots.length - own;
  const whom =
    lines === 0
      ? 'for the shelf'
      : `for ${totals.need} promised, ${lines === 1 ? '1 line' : `${lines} lines`}`;
  return (
    <p className="mt-1 text-soft" data-summary>
      {plan.ok
        ? `${own} shots${others > 0 ? `, ${others} more for inserts and trials` : ''}, ` +
          `${draws.length} draws, ${totals.baits} baits ${whom}`
        : 'Not worked out yet'}
    </p>
  );
}
