import type { Mould } from '@/core/mould/index.ts';
import { closedVolume, MouldSchema, shareBehind } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { rangeOf } from '@/core/range.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';

interface Props {
  mould: Mould;
  units: ShopUnits;
  set: (part: Partial<Mould>) => void;
}
/** Where a closed-off tail begins as a rule, of the length. */
const TAIL_FROM = 0.74;

/** Whether the rods close the tail off, where, and how much of the cavity that is: by its drawing, or as measured. */
export function ClosesFields({ mould, units, set }: Props) {
  const rod = mould.rod!;
  const { closes } = rod;
  const [cavity] = mould.cavities;
  const put = (part: Partial<NonNullable<typeof closes>>) =>
    set({ rod: { ...rod, closes: { from: TAIL_FROM, share: null, ...closes, ...part } } });
  return (
    <>
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-5"
          checked={closes !== null}
          onChange={(change) =>
            change.target.checked ? put({}) : set({ rod: { ...rod, closes: null } })
          }
        />
        The rods also close the tail off: the core becomes the tail
      </label>
      {closes && cavity && (
        <div className="grid gap-3 md:grid-cols-3">
          <FigureField
            label="Closed off from, of the length"
            value={closes.from}
            of="share"
            {...rangeOf(MouldSchema, ['rod', 'closes', 'from'])}
            units={units}
            onChange={(from) => put({ from })}
          />
          <FigureField
            label="Of the cavity, closed off"
            value={closes.share ?? Math.round(1000 * shareBehind(cavity, closes.from)) / 1000}
            of="share"
            {...rangeOf(MouldSchema, ['rod', 'closes', 'share'])}
            units={units}
            onChange={(share) => put({ share })}
          />
          <p className="hint self-end pb-3">
            {say(closedVolume(mould, cavity), 'volume', units, 2)} of cavity {cavity.n},{' '}
            {closes.share === null ? 'by its drawing' : 'as measured'}
            {closes.share !== null && (
              <button type="button" className="act ml-3" onClick={() => put({ share: null })}>
                By its drawing
              </button>
            )}
          </p>
          <div className="max-w-md md:col-span-3">
            <MouldDrawing mould={{ ...mould, cavities: [cavity] }} rods />
          </div>
        </div>
      )}
    </>
  );
}
