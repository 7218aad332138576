import { useState } from 'react';
import { v4 } from 'uuid';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

/** What names a heap where its moves are sent. */
export type HeapOf =
  { heap: { bait: number; colourway: number; build: string; grade: string } } | { kind: string };
interface Props {
  path: '/api/stock/moves' | '/api/stock/inserts';
  of: HeapOf;
  count: number;
  /** the heap, as it is said to a screen reader */
  name: string;
  units: ShopUnits;
}
const ACTS = [
  { what: 'sold', label: 'Sold' },
  { what: 'given away', label: 'Given away' },
  { what: 'dropped', label: 'Dropped' },
  { what: 'melted', label: 'To remelt' },
] as const;

/** Baits or inserts of one heap leave the shelf, or are counted again. */
export function StockActs({ path, of, count, name, units }: Props) {
  const [held, setHeld] = useState(count);
  const [many, setMany] = useState('1');
  const [grams, setGrams] = useState<number | null>(null);
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState('');
  const [wrong, setWrong] = useState('');
  const move = async (what: string) => {
    const reply = await call<{ count: number }>('POST', path, {
      ...{ what, ...of, count: Number(many), cause: v4() },
      ...(what === 'melted' && grams ? { grams } : {}),
    });
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return;
    setHeld(reply.value.count);
    setSaid(`${many} ${what}`);
  };
  return (
    <>
      <span className="flex items-center gap-3">
        <b className="figure text-2xl" data-held>
          {held}
        </b>
        <button
          type="button"
          className="act"
          aria-expanded={open}
          aria-label={`Move ${name}`}
          onClick={() => setOpen(!open)}
        >
          Move
        </button>
      </span>
      {open && (
        <div className="flex w-full flex-wrap items-center gap-2 pb-1">
          <label>
            <span className="sr-only">How many of {name}</span>
            <input
              className="box w-20"
              inputMode="numeric"
              value={many}
              onChange={({ target }) => setMany(target.value)}
            />
          </label>
          {ACTS.map(({ what, label }) => (
            <button key={what} type="button" className="act" onClick={() => void move(what)}>
              {label}
            </button>
          ))}
          <button type="button" className="act" onClick={() => void move('recounted')}>
            That many lie there
          </button>
          <span className="w-44">
            <QuantityField
              label="They weigh, for the tub"
              value={grams}
              dimensions={['mass']}
              min={0.1}
              max={100_000}
              shop={units}
              onChange={setGrams}
            />
          </span>
          {said && (
            <span role="status" className="text-sm text-soft">
              {said}
            </span>
          )}
          <Wrong>{wrong}</Wrong>
        </div>
      )}
    </>
  );
}
