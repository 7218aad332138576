import type { ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';

/** How much a recipe is shown for, mL. */
export const ChargeField = ({
  ml,
  units,
  onChange,
}: {
  ml: number;
  units: ShopUnits;
  onChange: (ml: number) => void;
}) => (
  <FigureField
    label="For a charge of"
    value={ml}
    of="volume"
    units={units}
    min={5}
    max={5000}
    onChange={onChange}
  />
);
