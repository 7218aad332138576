import type { ShopUnits } from '@/core/quantity/index.ts';
import type { AheadAsked } from '@/worker/ahead.worker.ts';

/** What the page hands over at once. */
export interface Known extends Omit<AheadAsked, 'held' | 'enquiry' | 'brief'> {
  units: ShopUnits;
  /** ms, when the page was made */
  now: number;
}
