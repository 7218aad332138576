import { useId, useState } from 'react';
import type { Dimension, ParseOptions, ShopUnits, UnitKey } from '@/core/quantity/index.ts';
import { edit, parseQuantity, say, shopUnit, unit } from '@/core/quantity/index.ts';

interface Props {
  label: string;
  /** internal units; null = empty */
  value: number | null;
  dimensions: [Dimension, ...Dimension[]];
  shop: ShopUnits;
  min?: number;
  max?: number;
  whole?: boolean;
  onChange: (value: number | null, dimension: Dimension) => void;
  hideLabel?: boolean;
  error?: string;
  width?: string;
}

/** A field that takes quantities as people say them, and says back what it understood. */
export function QuantityField({
  label,
  value,
  dimensions,
  shop,
  min,
  max,
  whole,
  onChange,
  hideLabel,
  error,
  width,
}: Props) {
  const id = useId();
  const first = dimensions[0];
  const [typed, setTyped] = useState(value === null ? '' : edit(value, first, shop));
  const [known, setKnown] = useState(value);
  // A value that came from outside replaces what is shown; one that came from here leaves the
  // typing alone. So does the shop changing the unit it reads in, but not a unit that was typed.
  const shown = shopUnit(first, shop);
  const [knownUnit, setKnownUnit] = useState(shown);
  if (value !== known || shown !== knownUnit) {
    setKnownUnit(shown);
    setKnown(value);
    setTyped(value === null ? '' : edit(value, first, shop));
  }
  const options: ParseOptions = { dimensions, shop, min, max, whole };
  const parsed = parseQuantity(typed, options);
  // Emptied, and whoever asked still holds the old figure: it wants one.
  const emptied = !parsed.ok && parsed.code === 'empty' && value !== null;
  const wrong =
    error ??
    (emptied
      ? 'It wants a figure.'
      : parsed.ok || parsed.code === 'empty' || parsed.code === 'ambiguous'
        ? undefined
        : parsed.message);
  const home = parsed.ok ? shopUnit(parsed.quantity.dimension, shop) : null;
  const echo =
    parsed.ok &&
    parsed.quantity.unit !== home &&
    unit(parsed.quantity.unit).label !== unit(home as UnitKey).label
      ? `= ${say(parsed.quantity.value, parsed.quantity.dimension, shop, 1)}`
      : '';
  const take = (text: string) => {
    setTyped(text);
    const read = parseQuantity(text, options);
    if (read.ok) {
      setKnown(read.quantity.value);
      setKnownUnit(shopUnit(read.quantity.dimension, shop));
      onChange(read.quantity.value, read.quantity.dimension);
    } else if (read.code === 'empty') onChange(null, first);
  };
  return (
    <label className="field" htmlFor={id} style={width ? { width } : undefined}>
      <span className={hideLabel ? 'sr-only' : undefined}>{label}</span>
      <input
        id={id}
        className="box num"
        value={typed}
        onChange={(change) => take(change.target.value)}
        aria-invalid={wrong ? true : undefined}
        data-unread={parsed.ok || (parsed.code === 'empty' && !emptied) ? undefined : label}
        aria-describedby={`${id}-say`}
        autoComplete="off"
        inputMode="text"
      />
      <span id={`${id}-say`} aria-live="polite" className={wrong ? 'wrong' : 'hint'}>
        {wrong ?? echo}
        {!parsed.ok && parsed.code === 'ambiguous' && (
          <>
            {parsed.message}{' '}
            {parsed.choices!.map((choice) => (
              <button
                key={choice.label}
                type="button"
                className="act mr-1 mt-1"
                onClick={() =>
                  take(
                    edit(
                      choice.quantity.value,
                      choice.quantity.dimension,
                      shop,
                      choice.quantity.unit,
                    ),
                  )
                }
              >
                {choice.label}
              </button>
            ))}
          </>
        )}
      </span>
    </label>
  );
}
