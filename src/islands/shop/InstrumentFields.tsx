import { useState } from 'react';
import { INSTRUMENTS, instrumentPrior, waterBoils } from '@/core/heat/index.ts';
import { Z80 } from '@/core/quantiles.ts';
import { degrees, degreesApart } from '@/core/quantity/index.ts';
import type { Shop } from '@/core/shop.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

/**
 * What heats are read with, what it showed when it was checked, and what that makes of its figures.
 */
export function InstrumentFields({
  shop,
  set,
}: {
  shop: Shop;
  set: (part: Partial<Shop>) => void;
}) {
  const { units, check, reads } = shop;
  const boils = Math.round(waterBoils(shop.altitude));
  const [true_, setTrue] = useState<number | null>(check?.true ?? null);
  const offset = instrumentPrior(reads, check);
  const tells = check === null || check.true >= INSTRUMENTS[reads].tells;
  return (
    <>
      <label className="field">
        <span>Heats are read with</span>
        <select
          className="box"
          value={reads}
          onChange={(change) => set({ reads: change.target.value as Shop['reads'] })}
        >
          {Object.entries(INSTRUMENTS).map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <QuantityField
        label="Checked, it showed"
        value={check?.shown ?? null}
        dimensions={['temperature']}
        shop={units}
        min={0}
        max={300}
        onChange={(shown) =>
          set({ check: shown === null ? null : { shown, true: true_ ?? boils } })
        }
      />
      <QuantityField
        label={`where it was truly (water boils at ${degrees(boils, units)} here)`}
        value={true_ ?? boils}
        dimensions={['temperature']}
        shop={units}
        min={0}
        max={300}
        onChange={(value) => {
          setTrue(value);
          if (check && value !== null) set({ check: { ...check, true: value } });
        }}
      />
      <p className="hint sm:col-span-2 lg:col-span-4" data-instrument>
        {check === null
          ? 'Not checked: read it in hot plastic beside a thermometer you trust, or in boiling ' +
            'water, as quickly as you do at the bench, and put in both figures. '
          : ''}
        {tells
          ? ''
          : 'Water does not tell of the gloss of hot plastic: check a gun beside a probe in the cup. '}
        In hot plastic it is reckoned to read {degreesApart(Math.abs(offset.mean), units)}{' '}
        {offset.mean < 0 ? 'low' : 'high'}, ± {degreesApart(Z80 * offset.sd, units)} eight times in
        ten; heats shown at the bench allow for that.
      </p>
    </>
  );
}
