import { type ShopUnits, spoken } from '@/core/quantity/index.ts';
import type { HeatCaution } from '@/core/session/index.ts';

/** A cup too hot, across the whole bench: which, how hot, what to do. */
export function HotCup({
  caution: { cup, level, sentence, act },
  units,
}: {
  caution: HeatCaution;
  units: ShopUnits;
}) {
  return (
    <div
      role="alert"
      data-caution={level}
      data-cup-key={cup}
      className="flex items-start gap-4 border-b-2 border-stop bg-raised px-4 py-2 text-stop md:px-6"
    >
      <svg viewBox="0 0 24 24" width="34" height="34" className="mt-1 shrink-0" aria-hidden="true">
        <path
          d="M8 2h8l6 6v8l-6 6H8l-6-6V8Z"
          fill={level === 'alarm' ? 'currentColor' : 'none'}
          stroke="currentColor"
          strokeWidth="2"
        />
        <path
          d="M7 12h10"
          stroke={level === 'alarm' ? 'var(--color-raised)' : 'currentColor'}
          strokeWidth="3"
        />
      </svg>
      <div className="min-w-0">
        <p className="text-[clamp(22px,2.4vw,30px)] font-bold leading-tight">
          {spoken(sentence, units)}
        </p>
        <p className="text-ink">{spoken(act, units)}</p>
      </div>
    </div>
  );
}
