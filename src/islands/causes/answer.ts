import type { CausesTold, Today } from '@/core/causes/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import type { Shop } from '@/core/shop.ts';

/** What the shop's machine answers. */
export interface CausesAnswer extends CausesTold {
  shots: number;
  left: number;
  today: {
    today: Today;
    window: { low: number; high: number };
    /** false where the whole shop never looks at a sprue again */
    mayLook: boolean;
  } | null;
  shop: { spec: Shop; version: string } | null;
  mould: { id: number; spec: Mould; version: string } | null;
  tests: {
    session: number;
    name: string;
    at: string;
    heat: number | null;
    held: number | null;
    shots: number;
    good: number;
    baits: number;
  }[];
}
