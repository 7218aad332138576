import { probit } from 'simple-statistics';
import { Z80 } from '../quantiles.ts';

/**
 * Share of its evenings that a shop wants to end in their time, where it says nothing: what is laid
 * so full keeps the most promises (docs/models.md), since what goes over is shot the next time.
 */
export const IN_TIME = 0.5;

/**
 * s by which a session has ended as often as that, by its range of eight in ten (taken as a normal
 * one's upper half).
 * @param share 0.5 to 0.95
 * @example endedBy({ mid: 3600, high: 4000 }, 0.5) → 3600
 * @example Math.round(endedBy({ mid: 3600, high: 4000 }, 0.9)) → 4000
 */
export const endedBy = ({ mid, high }: { mid: number; high: number }, share: number): number =>
  mid + ((high - mid) / Z80) * probit(share);
