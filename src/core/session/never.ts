import type { StepKey } from './stepKinds.ts';

/**
 * What a shop may never do, as it is said, and whether it may differ from mould to mould: of the rest
 * the bench cannot do without.
 */
export const NEVER = {
  wake: { name: 'wake the plastisol', of: 'shop' },
  readRoom: { name: 'read how warm the shop is', of: 'shop' },
  readMould: { name: 'read the mould’s metal', of: 'mould' },
  warmMould: { name: 'warm the mould', of: 'mould' },
  warmInjector: { name: 'warm injector and block', of: 'shop' },
  clean: { name: 'clean the injector between colours', of: 'shop' },
  top: { name: 'look at TOP', of: 'mould' },
  topOff: { name: 'top off', of: 'mould' },
  secondLook: { name: 'look at the sprue a second time', of: 'mould' },
  trial: { name: 'fill in trial cards', of: 'mould' },
} as const satisfies Partial<Record<StepKey, { name: string; of: 'shop' | 'mould' }>>;
export type NeverKey = keyof typeof NEVER;
