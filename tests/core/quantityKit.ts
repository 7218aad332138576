import fc from 'fast-check';
import type { ShopUnits } from '@/core/quantity/index.ts';

export const shops = fc.record<ShopUnits>({
  temperature: fc.constantFrom('C', 'F'),
  volume: fc.constantFrom('mL', 'flOz', 'cup'),
  system: fc.constantFrom('us', 'imperial'),
  mass: fc.constantFrom('g', 'oz'),
});

// Issue 10, D12 and E21.
export const US = {
  temperature: 'F',
  volume: 'cup',
  system: 'us',
  mass: 'oz',
  length: 'in',
  scoop: 1.2,
} as const;
