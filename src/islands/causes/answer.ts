import type { CausesTold, Today } from '@/core/causes/index.ts';
import type { Mould } from '@/core/mould/index.ts';

/** What the shop's machine answers. */
export interface CausesAnswer extends CausesTold {
  shots: number;
  left: number;
  today: { today: Today; window: { low: number; high: number } } | null;
  mould: { id: number; spec: Mould; version: string } | null;
  tests: {
    session: number;
    name: string;
    at: string;
    heat: number | null;
    shots: number;
    good: number;
    baits: number;
  }[];
}
