import type { Casting } from '@/core/casting/index.ts';
import { CASTINGS, CastingSchema } from '@/core/casting/index.ts';
import type { OutlineKey } from '@/core/mould/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { rangeOf } from '@/core/range.ts';
import { formFields } from '@/ui/formFields.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Props {
  casting: Casting;
  baits: { name: string; outline: OutlineKey; length: number }[];
  units: ShopUnits;
  set: (part: Partial<Casting>) => void;
}
/** What is cast: round which master, in which box. */
export function MasterFields({ casting, baits, units, set }: Props) {
  const { figure, choice } = formFields({ schema: CastingSchema, spec: casting, units, set });
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {choice(['kind'], 'Kind', CASTINGS, {
        className: 'sm:col-span-2',
        onChange: (kind) => set({ kind, checks: [] }),
      })}
      <label className="field">
        <span>Master like</span>
        <select
          className="box"
          value=""
          onChange={(change) => {
            const bait = baits.find(({ name }) => name === change.target.value);
            if (bait) set({ outline: bait.outline, length: bait.length });
          }}
        >
          <option value="">{OUTLINES[casting.outline].name}; choose a bait…</option>
          {baits.map((bait) => (
            <option key={bait.name}>{bait.name}</option>
          ))}
        </select>
      </label>
      {choice(['outline'], 'Shape', OUTLINES)}
      {figure(['length'], 'Length of the master', 'length')}
      <QuantityField
        label="Its volume, if known"
        value={casting.volume}
        dimensions={['volume']}
        {...rangeOf(CastingSchema, ['volume'])}
        shop={units}
        onChange={(volume) => set({ volume })}
      />
      {figure(['masters'], 'How many masters', 'count')}
      {figure(['margin'], 'Mixed over what is needed', 'share')}
      {figure(['box', 'length'], 'Box inside: length', 'length')}
      {figure(['box', 'width'], 'Width', 'length')}
      {figure(['box', 'height'], 'Height', 'length')}
      {casting.kind !== 'silicone' && figure(['face'], 'Face coats', 'length')}
    </div>
  );
}
