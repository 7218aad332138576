import { useState } from 'react';
import type { Material } from '@/core/material/index.ts';
import { dropsOf } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

/** Colour dosed by what its bottle lost on the scale: before, after, and the drops that is. */
export function WeighBottle({
  of,
  units,
  scale,
  onDrops,
}: {
  of: Material;
  units: ShopUnits;
  /** g a scale of the bench shows */ scale: number | null;
  onDrops: (drops: number) => void;
}) {
  const [before, setBefore] = useState<number | null>(null);
  const [after, setAfter] = useState<number | null>(null);
  const drops =
    before !== null && after !== null && before > after
      ? Math.round(dropsOf(before - after, of) * 10) / 10
      : null;
  return (
    <div
      className="mt-3 grid grid-cols-2 items-end gap-2 sm:grid-cols-3"
      role="group"
      aria-label={`The bottle of ${of.name}`}
    >
      <QuantityField
        label="The bottle weighed"
        value={before}
        dimensions={['mass']}
        shop={units}
        max={5000}
        onChange={setBefore}
      />
      <QuantityField
        label="It weighs now"
        value={after}
        dimensions={['mass']}
        shop={units}
        max={5000}
        onChange={setAfter}
      />
      <button
        type="button"
        className="act min-h-14"
        disabled={drops === null}
        onClick={() => {
          onDrops(drops!);
          setBefore(after);
          setAfter(null);
        }}
      >
        {drops === null ? 'Went in' : `${drops} dr went in`}
      </button>
      {scale !== null && (
        <button
          type="button"
          className="act"
          onClick={() => (before === null ? setBefore(scale) : setAfter(scale))}
        >
          From the scale: {say(scale, 'mass', units)}
        </button>
      )}
    </div>
  );
}
