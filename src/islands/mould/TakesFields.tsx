import { Choice } from '@/ui/Choice.tsx';
import type { Mould } from '@/core/mould/index.ts';
import { LIES, MouldSchema, rodVolume } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { rangeOf } from '@/core/range.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { ClosesFields } from './ClosesFields.tsx';

interface Props {
  mould: Mould;
  others: string[];
  units: ShopUnits;
  set: (part: Partial<Mould>) => void;
}

/** Core rods the mould has, and the inserts of other moulds that lie in it. */
export function TakesFields({ mould, others, units, set }: Props) {
  const free = others.filter((other) => !mould.takes.some((take) => take.mould === other));
  const change = (i: number, part: Partial<Mould['takes'][number]>) =>
    set({ takes: mould.takes.map((take, k) => (k === i ? { ...take, ...part } : take)) });
  return (
    <fieldset className="mt-6">
      <legend className="text-xl font-bold">Rods and inserts</legend>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5"
          checked={mould.rod !== null}
          onChange={(change) =>
            set({
              rod: change.target.checked
                ? {
                    bore: 7,
                    length: Math.round((mould.cavities[0]?.length ?? 100) * 0.62),
                    closes: null,
                  }
                : null,
            })
          }
        />
        It has core rods, one a cavity
      </label>
      {mould.rod && (
        <div className="grid gap-3 md:grid-cols-3">
          <FigureField
            label="Rod bore"
            value={mould.rod.bore}
            of="length"
            {...rangeOf(MouldSchema, ['rod', 'bore'])}
            units={units}
            onChange={(value) => set({ rod: { ...mould.rod!, bore: value } })}
          />
          <FigureField
            label="Rod length in the cavity"
            value={mould.rod.length}
            of="length"
            {...rangeOf(MouldSchema, ['rod', 'length'])}
            units={units}
            onChange={(value) => set({ rod: { ...mould.rod!, length: value } })}
          />
          <p className="hint self-end pb-3">
            keeps {say(rodVolume(mould), 'volume', units, 2)} open in each
          </p>
        </div>
      )}
      {mould.rod && <ClosesFields mould={mould} units={units} set={set} />}
      {mould.takes.map((take, i) => (
        <div
          key={take.mould}
          className="grid items-end gap-3 border-b border-rule py-2 md:grid-cols-[1fr_1fr_110px_auto]"
        >
          <p className="min-h-11 pt-3">
            <b>{take.mould}</b>
          </p>
          <Choice
            label="It lies"
            value={take.lies}
            of={LIES}
            onChange={(lie) => change(i, { lies: lie })}
          />
          <FigureField
            label="Of it, in the cavity"
            value={take.share}
            of="share"
            min={0.05}
            max={1}
            units={units}
            onChange={(value) => change(i, { share: value })}
          />
          <button
            type="button"
            className="act"
            aria-label={`Take out ${take.mould}`}
            onClick={() => set({ takes: mould.takes.filter((_, k) => k !== i) })}
          >
            Take out
          </button>
        </div>
      ))}
      {free.length > 0 && (
        <label className="field mt-2">
          <span>Inserts of another mould lie in it</span>
          <select
            className="box"
            value=""
            onChange={(change) =>
              change.target.value &&
              set({
                takes: [...mould.takes, { mould: change.target.value, lies: 'stub', share: 1 }],
              })
            }
          >
            <option value="">choose one…</option>
            {free.map((other) => (
              <option key={other}>{other}</option>
            ))}
          </select>
        </label>
      )}
    </fieldset>
  );
}
