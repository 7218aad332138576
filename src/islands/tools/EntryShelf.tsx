import { useId, useState, Suspense, type ReactNode } from 'react';
import { dropOf } from '../../core/material/hardness.ts';
import { type MaterialKind, KINDS } from '../../core/material/kinds.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { type Context, FromPhoto } from './EntryContext.tsx';

/**
 * An ingredient by its name on the shelf; a name nobody knows is asked about, and kept as it is
 * typed.
 */
export function Shelved({
  label,
  value,
  materials,
  take,
  bad,
}: {
  label: string;
  value: string;
  materials: NonNullable<Context['materials']>;
  take: (name: string, other?: { kind: MaterialKind }) => void;
  bad: ReactNode;
}) {
  const id = useId();
  const known = materials.find(
    (material) => material.name.toLowerCase() === value.trim().toLowerCase(),
  );
  return (
    <div>
      <label className="field">
        <span>{label}</span>
        <input
          className="box"
          list={id}
          value={value}
          onChange={(change) =>
            take(
              change.target.value,
              materials.find(
                (material) =>
                  material.name.toLowerCase() === change.target.value.trim().toLowerCase(),
              ),
            )
          }
          autoComplete="off"
        />
      </label>
      <datalist id={id}>
        {materials.map((material) => (
          <option key={material.id} value={material.name}>
            {KINDS[material.kind].name}
          </option>
        ))}
      </datalist>
      {value.trim() !== '' && !known && (
        <p className="hint" role="status">
          “{value.trim()}” is not on the shelf.{' '}
          <a href="/entry/materials/new" target="_blank">
            New material?
          </a>
        </p>
      )}
      {bad}
    </div>
  );
}
/** A photograph to take a colour from, once it is asked for. */
export function ByPhoto({ onHex }: { onHex: (hex: string) => void }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Suspense fallback={<p className="hint">…</p>}>
      <FromPhoto onHex={onHex} />
    </Suspense>
  ) : (
    <button type="button" className="act mt-1 border-transparent" onClick={() => setOpen(true)}>
      From a photograph
    </button>
  );
}
/** Twenty drops on a scale give one drop's size. */
export function Twenty({
  label,
  density,
  units,
  set,
}: {
  label: string;
  density: number;
  units: ShopUnits;
  set: (ml: number) => void;
}) {
  const [grams, setGrams] = useState<number | null>(null);
  return (
    <QuantityField
      label={`${label}: they weigh`}
      value={grams}
      dimensions={['mass']}
      min={0.05}
      max={12}
      shop={units}
      onChange={(grams) => {
        setGrams(grams);
        if (grams !== null && density > 0) set(Number(dropOf(grams, density).toFixed(4)));
      }}
    />
  );
}
