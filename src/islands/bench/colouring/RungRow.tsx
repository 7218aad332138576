import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Rung } from '@/core/session/index.ts';
import { overOf } from '@/core/session/index.ts';
import { sayAmount } from '@/core/plan/spoon.ts';

/** One thing of the ladder: what is wanted, what is in. */
export function RungRow({
  rung,
  chosen,
  weighed,
  units,
  onChoose,
}: {
  rung: Rung;
  chosen: boolean;
  /** g its drops weigh, where the shop weighs */ weighed: number | null;
  units: ShopUnits;
  onChoose: () => void;
}) {
  const soft = chosen ? '' : 'text-soft';
  const over = overOf(rung);
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-pressed={chosen}
      data-rung={rung.what}
      className={
        'flex min-h-14 w-full items-center justify-between gap-3 border-b border-rule px-2 ' +
        `text-left ${chosen ? 'bg-ink text-ground' : ''}`
      }
    >
      <span className="min-w-0">
        <b className="block truncate">{rung.what}</b>
        <span className={`block text-sm ${soft}`}>
          {rung.wanted > 0
            ? `${rung.when === 'cold' ? 'cold, ' : rung.when === 'last' ? 'last, ' : ''}wants ` +
              `${sayAmount(rung.wanted, rung.dimension, units)}`
            : 'not in the recipe'}
          {weighed === null ? '' : `, ${weighed.toFixed(2)} g`}
        </span>
      </span>
      <span className="shrink-0 text-right">
        <b className="figure block text-xl">
          {rung.inIt > 0 ? sayAmount(rung.inIt, rung.dimension, units) : '–'}
        </b>
        <span className={`block text-sm ${soft}`}>
          {rung.still > 0
            ? `still ${sayAmount(rung.still, rung.dimension, units)}`
            : over > 0
              ? `${sayAmount(over, rung.dimension, units)} over`
              : rung.wanted > 0
                ? 'is in'
                : ''}
        </span>
      </span>
    </button>
  );
}
