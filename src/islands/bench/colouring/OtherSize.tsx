import type { Material } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { FlakeSizes } from './FlakeSizes.tsx';

interface Props {
  asking: { own: Material; other: Material };
  units: ShopUnits;
  onTake: (material: Material) => void;
}

/** Flake of another size than the mix's own is about to go in: is it meant? */
export function OtherSize({ asking, units, onTake }: Props) {
  return (
    <div
      className="mt-3 border-y-[1.5px] border-ink py-3"
      role="alertdialog"
      aria-label="Another size of flake"
    >
      <p className="font-bold">{asking.other.name} is not the size this mix has. Is it meant?</p>
      <FlakeSizes own={asking.own} other={asking.other} units={units} />
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="act min-h-14" onClick={() => onTake(asking.other)}>
          Yes, {asking.other.name}
        </button>
        <button type="button" className="act act-main min-h-14" onClick={() => onTake(asking.own)}>
          No, {asking.own.name}
        </button>
      </p>
    </div>
  );
}
