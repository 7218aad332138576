import type { ComponentProps } from 'react';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { QuantityField } from './QuantityField.tsx';

interface Props extends Omit<
  ComponentProps<typeof QuantityField>,
  'dimensions' | 'shop' | 'onChange' | 'value'
> {
  value: number;
  of: Dimension;
  units: ShopUnits;
  onChange: (value: number) => void;
}
/** A quantity there always is: while its field is empty the one before stays. */
export const FigureField = ({ of, units, onChange, ...rest }: Props) => (
  <QuantityField
    {...rest}
    dimensions={[of]}
    shop={units}
    onChange={(value) => value !== null && onChange(value)}
  />
);
