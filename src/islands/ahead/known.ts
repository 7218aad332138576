import type { ShopUnits } from '@/core/quantity/index.ts';
import type { AheadAsked } from '@/worker/ahead.worker.ts';

/** What the page hands over at once. */
export interface Known extends Omit<AheadAsked, 'held' | 'enquiry' | 'brief'> {
  units: ShopUnits;
  /** plans that lie ready, the newest first */
  plans: ReadyPlan[];
  /** ms, when the page was made */
  now: number;
}

/** A plan that lies ready and was not taken to the bench. */
export interface ReadyPlan {
  id: number;
  day: string;
  name: string;
  version: string;
}
