import { GRADES } from '@/core/material/index.ts';
import type { Cavity, Source } from '@/core/mould/index.ts';
import { cavityVolume, measuredAs, SOURCES } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { Choice } from '@/ui/Choice.tsx';
import { FigureField } from '@/ui/FigureField.tsx';

interface Props {
  cavity: Cavity;
  units: ShopUnits;
  change: (part: Partial<Cavity>) => void;
  /** in a row of its own, under labels that are said once */
  inRow?: boolean;
}

/** What a figure of each kind of measuring is called. */
const MEASURED: Record<Source, string> = {
  bait: 'One bait weighs',
  water: 'Water in it weighs',
  ml: 'It holds',
  mesh: 'It holds',
  rough: 'Length',
};

/** How a cavity's volume was measured, and what was read. */
export function CavityFields({ cavity, units, change, inRow = false }: Props) {
  const { source, grade, measured } = cavity;
  return (
    <>
      <Choice
        label="Volume by"
        hideLabel={inRow}
        value={source}
        of={SOURCES}
        onChange={(other) => change({ source: other, measured: measuredAs(cavity, other) })}
      />
      {source === 'bait' && !inRow && (
        <label className="field">
          <span>Shot in</span>
          <select
            className="box"
            value={grade}
            onChange={(event) => change({ grade: event.target.value as Cavity['grade'] })}
          >
            {Object.entries(GRADES).map(([key, { name }]) => (
              <option key={key} value={key}>
                {name} plastisol
              </option>
            ))}
          </select>
        </label>
      )}
      <FigureField
        key={source}
        hideLabel={inRow}
        label={MEASURED[source]}
        value={measured}
        of={SOURCES[source].dimension}
        units={units}
        onChange={(figure) => change({ measured: figure })}
      />
    </>
  );
}

/** Cavities that differ, each measured for itself. */
export const EachCavity = ({
  cavities,
  units,
  change,
}: Pick<Props, 'units'> & {
  cavities: Cavity[];
  change: (count: number, part: Partial<Cavity>) => void;
}) =>
  cavities.map((cavity) => (
    <div key={cavity.n} className="mt-2 grid grid-cols-[40px_1fr_1fr_70px] items-center gap-3">
      <b className="figure">{cavity.n}</b>
      <CavityFields {...{ cavity, units }} change={(part) => change(cavity.n, part)} inRow />
      <span className="hint">{say(cavityVolume(cavity), 'volume', units, 2)}</span>
    </div>
  ));
