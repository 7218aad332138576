import { useState } from 'react';
import type { Cavity, Mould } from '@/core/mould/index.ts';
import { CavitySchema, layOut, OUTLINES } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { formFields } from '@/ui/formFields.tsx';
import { CavityFields, EachCavity } from './CavityFields.tsx';
import { MeshDrop } from './MeshDrop.tsx';
import { OutlinePhoto } from './OutlinePhoto.tsx';

interface Props {
  mould: Mould;
  rows: number;
  setRows: (rows: number) => void;
  units: ShopUnits;
  set: (part: Partial<Mould>) => void;
}
/** Most cavities of a mould, and most rows they lie in. */
const MOST = { cavities: 48, rows: 12 } as const;

/** What the cavities are, how they lie, and how much each holds. */
export function CavitiesFields({ mould, rows, setRows, units, set }: Props) {
  const [same, setSame] = useState(true);
  const { cavities } = mould;
  const first = cavities[0]!;
  const all = (part: Partial<Cavity>) =>
    set({ cavities: cavities.map((cavity) => ({ ...cavity, ...part })) });
  const one = (count: number, part: Partial<Cavity>) =>
    set({
      cavities: cavities.map((cavity) => (cavity.n === count ? { ...cavity, ...part } : cavity)),
    });
  const lay = (count: number, inRows: number) => {
    setRows(inRows);
    set({ cavities: layOut(mould, count, Math.min(inRows, count)) });
  };
  const { figure, choice } = formFields({ schema: CavitySchema, spec: first, units, set: all });
  return (
    <>
      <h2 className="mb-2 mt-6">Cavities</h2>
      <div className="grid gap-3 md:grid-cols-2">
        {choice(['outline'], 'Shape', OUTLINES, {
          onChange: (outline) => all({ outline, profile: null }),
        })}
        {figure(['length'], 'Length of a bait', 'length')}
        <FigureField
          label="How many"
          value={cavities.length}
          of="count"
          whole
          min={1}
          max={MOST.cavities}
          units={units}
          onChange={(count) => lay(count, rows)}
        />
        <FigureField
          label="In rows"
          value={rows}
          of="count"
          whole
          min={1}
          max={MOST.rows}
          units={units}
          onChange={(inRows) => lay(cavities.length, inRows)}
        />
        {figure(['section'], 'Thickest section', 'length')}
        <label className="flex min-h-11 items-center gap-3 self-end">
          <input
            type="checkbox"
            className="size-5"
            checked={same}
            onChange={(change) => setSame(change.target.checked)}
          />
          All cavities alike
        </label>
        {same && <CavityFields cavity={first} units={units} change={all} />}
        <MeshDrop units={units} take={all} />
        <OutlinePhoto take={(profile) => all({ profile })} />
      </div>
      {!same && <EachCavity {...{ cavities, units }} change={one} />}
    </>
  );
}
