import type { ShopKnown } from '@/core/ahead/index.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { SHELF } from '../../scripts/demo/shelf.ts';

/** The demo shop’s shelf and a bench of which nothing was learned, with so many ovens. */
export const shopWith = (ovens: number): ShopKnown => ({
  shelf: SHELF,
  defaults: {
    settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
    good: 0.85,
    confidence: 0.8,
    window: DEFAULT_SHOP.window,
  },
  timing: {
    ovens: Array.from({ length: ovens }, (_, nth) => ({ id: nth + 1, oven: OVENS[0]! })),
    learned: NOTHING_LEARNED,
    hands: {},
    room: 18,
  },
});
