import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Shop } from '@/core/shop.ts';

type Key = 'temperature' | 'volume' | 'system' | 'mass' | 'length';
/** What quantities are shown in, by kind. */
const UNITS: { [K in Key]: { label: string; choices: [NonNullable<ShopUnits[K]>, string][] } } = {
  temperature: {
    label: 'Heat',
    choices: [
      ['C', '°C'],
      ['F', '°F'],
    ],
  },
  volume: {
    label: 'Volume',
    choices: [
      ['mL', 'mL'],
      ['flOz', 'fl oz'],
      ['cup', 'cups'],
    ],
  },
  system: {
    label: 'Cups and ounces are',
    choices: [
      ['us', 'US'],
      ['imperial', 'imperial'],
    ],
  },
  mass: {
    label: 'Weight',
    choices: [
      ['g', 'grams'],
      ['oz', 'ounces'],
    ],
  },
  length: {
    label: 'Length',
    choices: [
      ['mm', 'mm'],
      ['in', 'inches'],
    ],
  },
};

/** The units a shop reads in: a press and all of its figures are shown so. */
export const UnitFields = ({
  units,
  set,
}: {
  units: Shop['units'];
  set: (part: Partial<Shop>) => void;
}) =>
  (Object.keys(UNITS) as Key[]).map((key) => (
    <fieldset key={key}>
      <legend className="text-sm text-soft">{UNITS[key].label}</legend>
      <div className="flex flex-wrap">
        {UNITS[key].choices.map(([choice, name]) => (
          <label
            key={choice}
            className={`act cursor-pointer ${units[key] === choice ? 'act-main' : ''} has-focus-visible:outline-3`}
          >
            <input
              type="radio"
              className="sr-only"
              name={key}
              checked={units[key] === choice}
              onChange={() => set({ units: { ...units, [key]: choice } })}
            />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  ));
