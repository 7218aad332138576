import type { Mould } from '@/core/mould/index.ts';

/** A plain mould of so many cavities of so many mL, for tests worked by hand. */
export const mould = (cavities: number, ml: number, rest: Partial<Mould> = {}): Mould => ({
  name: 'Trial', metal: 'machined', mass: 2000, width: 250, height: 120, feed: 'runner', port: 6, runner: 0, sprue: 0, closure: 'clamps', closures: 2,
  loose: [], letsGo: 'either', makes: 'bait', takes: [], rod: null, life: null, window: null, tried: true, warmTo: 40, hold: 8, cool: 60, note: '',
  cavities: Array.from({ length: cavities }, (_, i) => ({ n: i + 1, outline: 'eel' as const, length: 95, section: 14, x: 10, y: 10, turn: 0, source: 'ml' as const, measured: ml, grade: 'medium' as const, profile: null })),
  ...rest,
});
