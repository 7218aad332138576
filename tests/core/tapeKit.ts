import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import type { TimingKnown } from '@/core/tape/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';

/** A shop nobody has timed, with so many ovens and pairs of hands. */
export const timing = (ovens: number, pairs: number): TimingKnown => ({
  ovens: Array.from({ length: ovens }, (_, nth) => ({ id: nth + 1, oven: OVENS[0]! })),
  pairs,
  ...{ learned: NOTHING_LEARNED, hands: {}, room: 18 },
});
