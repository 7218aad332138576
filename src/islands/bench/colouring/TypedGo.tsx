import { useState } from 'react';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import type { Rung } from '@/core/session/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Props {
  rung: Pick<Rung, 'dimension'>;
  units: ShopUnits;
  label: string;
  /** word on its key */
  act: string;
  onGo: (go: { amount: number; dimension: Rung['dimension'] }) => void;
}
/** What an amount of a rung may be typed in: its own kind first. */
const KINDS: readonly Rung['dimension'][] = ['drops', 'volume', 'mass'];
const typedAs = ({ dimension }: Pick<Rung, 'dimension'>): [Dimension, ...Dimension[]] => [
  dimension,
  ...KINDS.filter((kind) => kind !== dimension),
];

/** Any amount, as it is said: “40 dr”, “3/4 of 1/16 tsp” as 3/64 tsp, “2.5 g”. */
export function TypedGo({ rung, units, label, act, onGo }: Props) {
  const [typed, setTyped] = useState<{ amount: number; dimension: Rung['dimension'] } | null>(null);
  return (
    <div className="mt-3 grid max-w-md grid-cols-[1fr_auto] items-end gap-2">
      <QuantityField
        label={label}
        value={typed?.amount ?? null}
        dimensions={typedAs(rung)}
        shop={units}
        max={5000}
        onChange={(amount, dimension) =>
          setTyped(
            amount === null || amount <= 0
              ? null
              : { amount, dimension: dimension as Rung['dimension'] },
          )
        }
      />
      <button
        type="button"
        className="act min-h-14"
        disabled={typed === null}
        onClick={() => {
          if (typed) onGo(typed);
          setTyped(null);
        }}
      >
        {act}
      </button>
    </div>
  );
}
