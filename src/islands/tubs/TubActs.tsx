import { useState } from 'react';
import { v4 } from 'uuid';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

/** A tub is weighed again, or some of it thrown away. */
export default function TubActs({
  id,
  name,
  units,
}: {
  id: number;
  name: string;
  units: ShopUnits;
}) {
  const [grams, setGrams] = useState<number | null>(null);
  const [wrong, setWrong] = useState('');
  const move = async (what: 'weighed' | 'thrown away') => {
    const reply = await call('POST', `/api/tubs/${id}/moves`, { what, grams, cause: v4() });
    if (reply.ok) location.reload();
    else setWrong(reply.message);
  };
  return (
    <div className="mt-2 grid grid-cols-[140px_1fr] items-end gap-2">
      <QuantityField
        label={`Grams of ${name}`}
        hideLabel
        value={grams}
        dimensions={['mass']}
        min={0}
        max={100_000}
        shop={units}
        onChange={setGrams}
      />
      <span className="flex flex-wrap gap-2">
        <button
          type="button"
          className="act"
          disabled={grams === null}
          onClick={() => void move('weighed')}
        >
          It weighs that
        </button>
        <button
          type="button"
          className="act"
          disabled={!grams}
          onClick={() => void move('thrown away')}
        >
          Throw that away
        </button>
      </span>
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
