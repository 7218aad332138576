import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import type { CupState } from '@/core/session/index.ts';
import { sayAmount } from '@/core/plan/spoon.ts';

/** A cup's trail: what went in, when, and at what heat. */
export function WentIn({ cup, units }: { cup: CupState; units: ShopUnits }) {
  return (
    <>
      <h3 className="mt-4 font-bold">What went in</h3>
      <ol className="max-h-40 overflow-y-auto" tabIndex={0} aria-label="What went in, in order">
        {cup.trail.map((entry) => (
          <li key={entry.event} className="flex justify-between gap-3 border-b border-rule py-1">
            <span>
              <span className="figure text-soft">
                {new Date(entry.at).toTimeString().slice(0, 5)}
              </span>{' '}
              {entry.what}
              {entry.celsius !== null && (
                <span className="text-soft">, at {degrees(entry.celsius, units)}</span>
              )}
            </span>
            <b className="figure shrink-0">{sayAmount(entry.amount, entry.dimension, units)}</b>
          </li>
        ))}
      </ol>
    </>
  );
}
