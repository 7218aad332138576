import type { shelved } from '@/core/colour/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import type { remeltOf } from './remelt.ts';
import type { Shelf } from './WayOffered.tsx';

/** A puck that is remelted into the charge, and how much of it. */
export interface Puck {
  id: number;
  ml: number;
}
type Remelt = ReturnType<typeof remeltOf>;

/** The plastic the colour goes into: clear, or a puck with a colour of its own. */
export function Into({
  pucks,
  puck,
  setPuck,
  remelt,
  ml,
  units,
}: {
  pucks: Shelf[];
  puck: Puck | null;
  setPuck: (puck: Puck | null) => void;
  remelt: Remelt | null;
  ml: number;
  units: ShopUnits;
}) {
  return (
    <div>
      <label className="field">
        <span>Into</span>
        <select
          className="box"
          value={puck?.id ?? ''}
          onChange={({ target: { value } }) =>
            setPuck(value ? { id: Number(value), ml: Math.round(ml / 2) } : null)
          }
        >
          <option value="">clear plastisol</option>
          {pucks.map(({ id, spec }) => (
            <option key={id} value={id}>
              {spec.name}, remelted
            </option>
          ))}
        </select>
      </label>
      {puck && (
        <div className="mt-2">
          <FigureField
            label="Of it in the charge"
            value={puck.ml}
            of="volume"
            units={units}
            min={1}
            max={ml}
            onChange={(held) => setPuck({ ...puck, ml: held })}
          />
        </div>
      )}
      {remelt && (
        <ul className="mt-2 grid gap-1 text-sm" data-remelt>
          {remelt.says.map((saying) => (
            <li key={saying}>{saying}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

type Ready = Shelf & { as: ReturnType<typeof shelved> };
/** What of the shelf may be used: what cannot says why. */
export function FromShelf({
  ready,
  usable,
  without,
  setWithout,
}: {
  ready: Ready[];
  usable: number;
  without: number[];
  setWithout: (ids: number[]) => void;
}) {
  return (
    <details>
      <summary className="flex min-h-11 cursor-pointer items-center font-bold">
        From the shelf: {usable} of {ready.length}
      </summary>
      {ready.map(({ id, spec, as }) => (
        <label key={id} className="flex min-h-11 items-center gap-2 border-b border-rule">
          <input
            type="checkbox"
            className="size-5"
            disabled={!as.ok}
            checked={as.ok && !without.includes(id)}
            onChange={(change) =>
              setWithout(
                change.target.checked ? without.filter((other) => other !== id) : [...without, id],
              )
            }
          />
          <span>
            {spec.name}
            {!as.ok && <span className="hint block">{as.message}</span>}
          </span>
        </label>
      ))}
    </details>
  );
}
