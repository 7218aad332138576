import type { Mould } from '@/core/mould/index.ts';
import { BLANK_MOULD } from '@/core/mould/index.ts';

/** A plain mould of so many cavities of so many mL, for tests worked by hand. */
export const mould = (cavities: number, ml: number, rest: Partial<Mould> = {}): Mould => ({
  ...BLANK_MOULD,
  name: 'Trial',
  mass: 2000,
  width: 250,
  runner: 0,
  sprue: 0,
  tried: true,
  cavities: Array.from({ length: cavities }, (_, i) => ({
    n: i + 1,
    outline: 'eel' as const,
    length: 95,
    section: 14,
    x: 10,
    y: 10,
    turn: 0,
    source: 'ml' as const,
    measured: ml,
    grade: 'medium' as const,
    profile: null,
  })),
  ...rest,
});
