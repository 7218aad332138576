import { useId, useState } from 'react';
import type { Dimension, ParseOptions, ShopUnits } from '@/core/quantity/index.ts';
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

type Parsed = ReturnType<typeof parseQuantity>;
interface Asked {
  parsed: Parsed;
  shop: ShopUnits;
  take: (text: string) => void;
}

/** What a field of quantities holds: what is typed, and what of it is known outside. */
function useTyped({ value, dimensions, shop, min, max, whole, onChange }: Props) {
  const first = dimensions[0];
  const says = value === null ? '' : edit(value, first, shop);
  const [typed, setTyped] = useState(says);
  const [known, setKnown] = useState(value);
  // A value that came from outside replaces what is shown; one that came from here leaves the
  // typing alone. So does the shop changing the unit it reads in, but not a unit that was typed.
  const shown = shopUnit(first, shop);
  const [knownUnit, setKnownUnit] = useState(shown);
  if (value !== known || shown !== knownUnit) {
    setKnownUnit(shown);
    setKnown(value);
    setTyped(says);
  }
  const options: ParseOptions = { dimensions, shop, min, max, whole };
  const take = (text: string) => {
    setTyped(text);
    const read = parseQuantity(text, options);
    if (read.ok) {
      setKnown(read.quantity.value);
      setKnownUnit(shopUnit(read.quantity.dimension, shop));
      onChange(read.quantity.value, read.quantity.dimension);
    } else if (read.code === 'empty') onChange(null, first);
  };
  return { typed, parsed: parseQuantity(typed, options), take };
}

/** What was understood, in the shop's own unit, where another was typed. */
function echoOf(parsed: Parsed, shop: ShopUnits): string {
  if (!parsed.ok) return '';
  const { value, dimension, unit: typedIn } = parsed.quantity;
  const home = shopUnit(dimension, shop);
  const same = typedIn === home || unit(typedIn).label === unit(home).label;
  return same ? '' : `= ${say(value, dimension, shop, 1)}`;
}
/** Codes of what is not wrong yet: nothing is typed, or it has two meanings to choose from. */
const NOT_YET = new Set(['empty', 'ambiguous']);

/** The meanings of what was typed, where it has several. */
function Meanings({ parsed, shop, take }: Asked) {
  if (parsed.ok || parsed.code !== 'ambiguous') return null;
  return (
    <>
      {parsed.message}{' '}
      {parsed.choices!.map(({ label, quantity }) => (
        <button
          key={label}
          type="button"
          className="act mr-1 mt-1"
          onClick={() => take(edit(quantity.value, quantity.dimension, shop, quantity.unit))}
        >
          {label}
        </button>
      ))}
    </>
  );
}

/** A field that takes quantities as people say them, and says back what it understood. */
export function QuantityField(props: Props) {
  const { label, value, shop, hideLabel, error, width } = props;
  const id = useId();
  const { typed, parsed, take } = useTyped(props);
  // Emptied, and whoever asked still holds the old figure: it wants one.
  const emptied = !parsed.ok && parsed.code === 'empty' && value !== null;
  const unread = !parsed.ok && !NOT_YET.has(parsed.code) ? parsed.message : undefined;
  const wrong = error ?? (emptied ? 'It wants a figure.' : unread);
  const isRead = parsed.ok || (parsed.code === 'empty' && !emptied);
  return (
    <label className="field" htmlFor={id} style={width ? { width } : undefined}>
      <span className={hideLabel ? 'sr-only' : undefined}>{label}</span>
      <input
        id={id}
        className="box num"
        value={typed}
        onChange={(change) => take(change.target.value)}
        aria-invalid={wrong ? true : undefined}
        data-unread={isRead ? undefined : label}
        aria-describedby={`${id}-say`}
        autoComplete="off"
        inputMode="text"
      />
      <span id={`${id}-say`} aria-live="polite" className={wrong ? 'wrong' : 'hint'}>
        {wrong ?? echoOf(parsed, shop)}
        <Meanings {...{ parsed, shop, take }} />
      </span>
    </label>
  );
}
