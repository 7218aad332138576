// The demo shop: three people in Skellan Haven, a harbour town that is on no map. All of it is
// invented.
import type { Shop } from '../../src/core/shop.ts';
import { DEFAULT_SHOP } from '../../src/core/shop.ts';

export const SHOP: Shop = {
  ...DEFAULT_SHOP,
  name: 'Slipway Baits, Skellan Haven',
  altitude: 6,
  standIns: true,
};
